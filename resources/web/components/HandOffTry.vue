<script setup lang="ts">
import { ref, watch } from 'vue'
import { sendPicture } from '@/composables/sendPicture'
import { grouped } from '@/lib/bytes'
import KgVerdict from './KgVerdict.vue'

/** The address, asked for as a stranger's page would: status, headers, the picture, and what it reads as. */
const props = defineProps<{ url: string; meant: string }>()
const tried = ref<{
  status: number
  ms: number
  bytes: number
  headers: [string, string][]
  src: string
  read: string | null
} | null>(null)
const problem = ref('')
const isTrying = ref(false)
const SHOWN = ['content-type', 'cache-control', 'etag', 'keen-expires']

async function go(): Promise<void> {
  isTrying.value = true
  problem.value = ''
  try {
    const begun = performance.now()
    const answer = await fetch(props.url, { credentials: 'omit', cache: 'no-store' })
    const ms = performance.now() - begun
    const blob = await answer.blob()
    const read = await sendPicture(new File([blob], 'picture.png'))
    if (tried.value) URL.revokeObjectURL(tried.value.src)
    tried.value = {
      status: answer.status,
      ms: Math.round(ms),
      bytes: blob.size,
      headers: SHOWN.flatMap((name) => {
        const value = answer.headers.get(name)
        return value === null ? [] : [[name, value] as [string, string]]
      }),
      src: URL.createObjectURL(blob),
      read: read.symbols[0]?.text ?? null,
    }
  } catch (e) {
    problem.value = e instanceof Error ? e.message : 'It could not be asked for.'
  } finally {
    isTrying.value = false
  }
}
watch(
  () => props.url,
  () => void go(),
  { immediate: true },
)
</script>

<template>
  <section class="try" aria-label="Try it">
    <div class="head">
      <h2 class="grow">As anybody gets it</h2>
      <v-btn :disabled="isTrying" @click="go">{{ isTrying ? 'Asking' : 'Ask again' }}</v-btn>
    </div>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <template v-if="tried">
      <div class="status">
        <KgVerdict :verdict="tried.status === 200 ? 'holds' : 'fails'" /><b>{{ tried.status }}</b>
        <span class="grow" /><span class="fig">{{ tried.ms }} ms · {{ grouped(tried.bytes) }} bytes</span>
      </div>
      <div class="two">
        <dl>
          <template v-for="[name, value] in tried.headers" :key="name"
            ><dt class="code">{{ name }}</dt>
            <dd class="code">{{ value }}</dd></template
          >
        </dl>
        <img :src="tried.src" alt="The picture that was answered" width="150" height="150" />
      </div>
      <div class="read" role="status">
        <KgVerdict :verdict="tried.read === meant ? 'holds' : 'fails'" />
        <b :class="['say', tried.read === meant ? 'holds' : 'fails']">{{
          tried.read === meant
            ? 'Reads the same, character by character'
            : tried.read === null
              ? 'No code in it'
              : 'Reads otherwise'
        }}</b>
        <p v-if="tried.read !== null" class="code">{{ tried.read }}</p>
      </div>
    </template>
  </section>
</template>

<style scoped>
.try {
  border-top: 1px solid var(--line);
}
.head,
.status {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 8px 16px;
  border-bottom: 1px solid var(--rule);
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 16px;
  padding: 12px 16px;
}
dl {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 2px 14px;
  align-content: start;
}
dt {
  color: var(--ink-3);
}
dd {
  overflow-wrap: anywhere;
}
img {
  background: #fff;
  border: 1px solid var(--rule);
  object-fit: contain;
}
.read {
  display: grid;
  grid-template-columns: 11px minmax(0, 1fr);
  gap: 2px 8px;
  align-items: center;
  padding: 0 16px 12px;
}
.read .code {
  grid-column: 2;
  overflow-wrap: anywhere;
}
.wrong {
  color: var(--fail);
  padding: 8px 16px;
}
</style>
