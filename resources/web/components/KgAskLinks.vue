<script setup lang="ts">
import { ref, watch } from 'vue'
import KgVerdict from './KgVerdict.vue'

/** Asks each web link whether it answers, when somebody wants to know. */
type Answer = { rule: number | null; link: string; status: number | null; holds: boolean; says: string }
const props = defineProps<{ ask: () => Promise<{ data: Answer[] }>; of: string }>()
const answers = ref<Answer[] | null>(null)
const isAsking = ref(false)
const problem = ref('')
watch(
  () => props.of,
  () => (answers.value = null),
)
async function go(): Promise<void> {
  isAsking.value = true
  problem.value = ''
  try {
    answers.value = (await props.ask()).data
  } catch (e) {
    problem.value = e instanceof Error ? e.message : 'They cannot be asked now.'
  } finally {
    isAsking.value = false
  }
}
</script>

<template>
  <div class="ask">
    <v-btn :loading="isAsking" @click="go">Open each link</v-btn>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-if="answers?.length === 0" class="note">There is no web link in it.</p>
    <ul v-if="answers && answers.length > 0" aria-label="What the links answer">
      <li v-for="(one, i) in answers" :key="i">
        <KgVerdict :verdict="one.holds ? 'holds' : 'fails'" />
        <span class="code clip">{{ one.link.replace(/^https?:\/\//, '') }}</span>
        <span class="fig">{{ one.status ?? '' }}</span><span class="note">{{ one.says }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.ask {
  display: grid;
  gap: 6px;
  justify-items: start;
  margin-top: 8px;
}
ul {
  max-width: 100%;
}
li {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.wrong {
  color: var(--fail);
}
</style>
