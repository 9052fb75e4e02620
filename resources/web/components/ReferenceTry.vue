<script setup lang="ts">
import { computed, onUnmounted, reactive, ref, watch } from 'vue'
import KgVerdict from '@/components/KgVerdict.vue'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { grouped } from '@/lib/bytes'
import { LANGUAGES, type Operation, sample } from '@/lib/reference'

/** Sends the call for real, as the session or with a key that stays in this page, and shows what came back. */
const props = defineProps<{ operation: Operation }>()
const { session } = useSession()
const { say } = useToast()
const key = ref('')
const body = ref('')
const accept = ref('')
const values = reactive<Record<string, string>>({})
const language = ref(LANGUAGES[0]!.name)
const SENT = ['path', 'query'] as const
const inputs = computed(() => props.operation.fields.filter(({ place }) => SENT.some((one) => one === place)))
watch(
  () => props.operation,
  (operation) => {
    body.value = sample(operation)
    accept.value = operation.answers.find((one) => one === 'image/png') ?? operation.answers[0] ?? 'application/json'
    for (const name of Object.keys(values)) values[name] = ''
    answer.value = null
  },
)
const url = computed(() => {
  let path = props.operation.path
  const query = new URLSearchParams()
  for (const { name, place } of inputs.value) {
    const value = values[name] ?? ''
    if (place === 'path') path = path.replace(`{${name}}`, value === '' ? `{${name}}` : encodeURIComponent(value))
    else if (value !== '') query.set(name, value)
  }
  return window.location.origin + path + (query.size === 0 ? '' : `?${query}`)
})
const call = computed(() => ({
  url: url.value,
  method: props.operation.method,
  accept: accept.value,
  body: props.operation.takesJson ? body.value : '',
}))
const code = computed(() => LANGUAGES.find(({ name }) => name === language.value)!.write(call.value))
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(code.value).then(
    () => say('Copied'),
    () => say('The browser did not allow it.'),
  )
}

interface Got {
  status: number
  ms: number
  bytes: number
  headers: [string, string][]
  text: string
  src: string
}
const answer = ref<Got | null>(null)
const problem = ref('')
const isSending = ref(false)
const SHOWN = ['content-type', 'etag', 'cache-control', 'location', 'ratelimit-policy', 'ratelimit', 'retry-after']
const forget = (): void => {
  if (answer.value !== null && answer.value.src !== '') URL.revokeObjectURL(answer.value.src)
}
onUnmounted(forget)

const token = (): string =>
  decodeURIComponent(
    document.cookie
      .split('; ')
      .find((pair) => pair.startsWith('XSRF-TOKEN='))
      ?.slice(11) ?? '',
  )

async function send(): Promise<void> {
  problem.value = ''
  const missing = inputs.value.find(({ name, isNeeded }) => isNeeded && (values[name] ?? '') === '')
  if (missing) {
    problem.value = `Give ${missing.name} a value.`
    return
  }
  isSending.value = true
  try {
    if (key.value === '' && props.operation.method !== 'GET' && token() === '') await fetch('/sanctum/csrf-cookie')
    const begun = performance.now()
    const got = await fetch(url.value, {
      method: props.operation.method,
      // With a key, as a program would: nothing of the session goes along.
      credentials: key.value === '' ? 'same-origin' : 'omit',
      headers: {
        Accept: accept.value,
        ...(props.operation.takesJson ? { 'Content-Type': 'application/json' } : {}),
        ...(key.value === ''
          ? { 'X-XSRF-TOKEN': token(), 'Keen-Workspace': session.value?.workspace?.id ?? '' }
          : { Authorization: `Bearer ${key.value.trim()}` }),
      },
      ...(props.operation.takesJson ? { body: body.value } : {}),
    })
    const blob = await got.blob()
    const isPicture = blob.type.startsWith('image/')
    const text = isPicture || blob.type === 'application/pdf' ? '' : await blob.text()
    forget()
    answer.value = {
      status: got.status,
      ms: Math.round(performance.now() - begun),
      bytes: blob.size,
      headers: SHOWN.flatMap((name) => {
        const value = got.headers.get(name)
        return value === null ? [] : [[name, value] as [string, string]]
      }),
      text: pretty(text),
      src: isPicture ? URL.createObjectURL(blob) : '',
    }
  } catch (e) {
    problem.value = e instanceof Error ? e.message : 'It could not be sent.'
  } finally {
    isSending.value = false
  }
}
const pretty = (text: string): string => {
  try {
    return JSON.stringify(JSON.parse(text), null, 2)
  } catch {
    return text
  }
}
const isRisky = computed(() => props.operation.method === 'DELETE')
watch(
  () => props.operation.id,
  () => (body.value = sample(props.operation)),
  { immediate: true },
)
accept.value =
  props.operation.answers.find((one) => one === 'image/png') ?? props.operation.answers[0] ?? 'application/json'
</script>

<template>
  <div>
    <div class="head">
      <h2 class="grow">Try it</h2>
      <v-btn :class="isRisky ? 'danger' : 'main'" :loading="isSending" @click="send">{{
        isRisky ? 'Send, and delete' : 'Send'
      }}</v-btn>
    </div>
    <div class="form">
      <label class="label" for="try-key">Key</label>
      <input
        id="try-key"
        v-model="key"
        type="password"
        autocomplete="off"
        spellcheck="false"
        placeholder="your session; or paste a key, which stays in this page"
      />
      <template v-for="one in inputs" :key="one.name">
        <label class="label" :for="`try-${one.name}`">{{ one.name }}</label>
        <input
          :id="`try-${one.name}`"
          v-model="values[one.name]"
          class="code"
          :placeholder="one.isNeeded ? 'needed' : one.usual"
        />
      </template>
      <template v-if="operation.answers.length > 1">
        <label class="label" for="try-accept">Accept</label>
        <select id="try-accept" v-model="accept">
          <option v-for="one in operation.answers" :key="one">{{ one }}</option>
        </select>
      </template>
    </div>
    <textarea
      v-if="operation.takesJson"
      v-model="body"
      class="code body"
      rows="7"
      spellcheck="false"
      aria-label="Body"
      @keydown.ctrl.enter.prevent="send"
    />
    <div class="langs">
      <div class="slide" role="radiogroup" aria-label="Language">
        <button
          v-for="one in LANGUAGES"
          :key="one.name"
          type="button"
          role="radio"
          :aria-checked="one.name === language"
          @click="language = one.name"
        >
          {{ one.name }}
        </button>
      </div>
      <v-btn @click="copy">Copy</v-btn>
    </div>
    <pre class="code" aria-label="The call" tabindex="0">{{ code }}</pre>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <div v-if="answer" class="answer" role="status" aria-label="Answer">
      <div class="status">
        <KgVerdict :verdict="answer.status < 400 ? 'holds' : 'fails'" /><b>{{ answer.status }}</b
        ><span class="grow" /><span class="fig">{{ answer.ms }} ms · {{ grouped(answer.bytes) }} bytes</span>
      </div>
      <dl>
        <template v-for="[name, value] in answer.headers" :key="name"
          ><dt class="code">{{ name }}</dt>
          <dd class="code">{{ value }}</dd></template
        >
      </dl>
      <img v-if="answer.src" :src="answer.src" alt="The picture that was answered" />
      <pre v-else-if="answer.text" class="code" tabindex="0">{{ answer.text }}</pre>
    </div>
  </div>
</template>

<style scoped>
.head,
.langs,
.status {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 8px 16px;
  border-bottom: 1px solid var(--rule);
}
.form {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 6px 10px;
  align-items: center;
  padding: 10px 16px;
}
.body {
  display: block;
  width: calc(100% - 32px);
  margin: 0 16px 8px;
}
.langs {
  justify-content: space-between;
  border-top: 1px solid var(--rule);
}
pre {
  padding: 10px 16px;
  max-height: 340px;
  overflow: auto;
  border-bottom: 1px solid var(--rule);
}
dl {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 2px 12px;
  padding: 8px 16px;
}
dt {
  color: var(--ink-3);
}
dd {
  overflow-wrap: anywhere;
}
.answer img {
  display: block;
  margin: 8px 16px;
  max-width: calc(100% - 32px);
  max-height: 300px;
  background: #fff;
  border: 1px solid var(--rule);
}
.wrong {
  color: var(--fail);
  padding: 8px 16px;
}
</style>
