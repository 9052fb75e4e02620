<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ApiProblem, unwrap } from '@/api/client'
import type { AddressLook } from '@/composables/useAddressLook'
import { sendPicture } from '@/composables/sendPicture'
import type { Key } from '@/composables/useKeys'
import { csvRows } from '@/lib/csv'
import {
  type AddressPart,
  breaks,
  filled,
  formula,
  inserted,
  type Insertion,
  mailImage,
  mergeFields,
  placeholder,
  PLACEHOLDERS,
} from '@/lib/handOff'
import type { Loose } from '@/lib/table'
import HandOffLook from './HandOffLook.vue'
import KgVerdict from './KgVerdict.vue'

/** A code for each recipient: the address with gaps, and what each of them would scan, before anything is sent. */
const props = defineProps<{
  glyph: Pick<Loose, 'name' | 'text' | 'level' | 'finish' | 'finish_id'>
  keys: Key[]
  what: 'mailing' | 'spreadsheet'
}>()
const emit = defineEmits<{ code: [code: string] }>()

const MOST = 20
const text = ref(
  mergeFields(props.glyph.text).length > 0
    ? props.glyph.text
    : `${props.glyph.text}${props.glyph.text.includes('?') ? '&' : '?'}m={{member_no}}`,
)
const usable = computed(() => props.keys.filter((key) => key.sort === 'publishable' && key.revoked_at === null))
const keyId = ref<number | null>(null)
watch(usable, (all) => (keyId.value ??= (all.find((key) => key.must_sign) ?? all[0])?.id ?? null), { immediate: true })
const form = ref<string>(PLACEHOLDERS[0])
const how = ref<Insertion>('url')
const side = ref(180)
const list = ref('member_no,name\n0041,Rhys Ap Owen\n17/B,Ines Calder\n')
const parts = ref<AddressPart[]>([])
const problem = ref('')
const names = computed(() => mergeFields(text.value))
const HOWS: { value: Insertion; name: string }[] = [
  { value: 'url', name: 'URL-encoded' },
  { value: 'raw', name: 'as it is' },
  { value: 'html', name: 'HTML-escaped' },
]

/** How the address says what it looks like; null while it has no name for it. */
const look = ref<AddressLook | null>(null)
let asked = 0
async function make(): Promise<void> {
  const mine = ++asked
  parts.value = []
  problem.value = ''
  if (keyId.value === null) {
    problem.value = 'Make a publishable key first, on the screen Keys: an address in a mail is tied to one.'
    return
  }
  if (look.value === null) return
  if (names.value.length === 0) {
    problem.value = 'Write a merge field where each recipient’s value goes, such as {{member_no}}.'
    return
  }
  try {
    const made = (await unwrap(
      api.POST('/api/v1/addresses', {
        body: {
          key: keyId.value,
          text: text.value,
          level: props.glyph.level,
          format: 'png',
          size_px: side.value * 2,
          ...look.value,
          open: names.value.map((name) => `m.${name}`),
        },
      }),
    )) as { parts: AddressPart[] }
    if (mine === asked) parts.value = made.parts
  } catch (e) {
    if (mine === asked)
      problem.value = e instanceof ApiProblem ? e.message : 'The address could not be made. Try again.'
  }
}
watch([text, keyId, side, () => JSON.stringify(look.value)], () => void make(), { immediate: true })

const code = computed(() => {
  if (parts.value.length === 0) return ''
  if (props.what === 'spreadsheet') return formula(parts.value, names.value)
  const link = text.value.replace(/\{\{\s*([\w.-]+)\s*\}\}/g, (_, name: string) => placeholder(form.value, name))
  return `${mailImage(parts.value, form.value, side.value, props.glyph.name)}\n\nIn the plain text: ${link}`
})
watch(code, (now) => emit('code', now), { immediate: true })

interface Recipient {
  name: string
  values: Record<string, string>
  warning: string | null
  status: number | null
  src: string
  read: string | null
  meant: string
}
const recipients = ref<Recipient[]>([])
const isChecking = ref(false)
const done = ref(0)
let run = 0

async function check(): Promise<void> {
  const mine = ++run
  const [heads, ...rows] = csvRows(list.value)
  recipients.value = []
  done.value = 0
  const missing = names.value.filter((name) => !(heads ?? []).map((head) => head.trim()).includes(name))
  if (heads === undefined || rows.length === 0 || missing.length > 0) {
    problem.value =
      missing.length > 0 && heads !== undefined
        ? `The first line names the columns; ${missing.join(' and ')} is not among them.`
        : 'Paste a table whose first line names its columns.'
    return
  }
  problem.value = ''
  isChecking.value = true
  try {
    for (const row of rows.slice(0, MOST)) {
      const values = Object.fromEntries(heads.map((head, i) => [head.trim(), row[i] ?? '']))
      const warning = names.value
        .map((name) => {
          const why = breaks(values[name] ?? '', how.value)
          return why === null ? null : `${name} ${why}`
        })
        .find((why) => why !== null)
      const url = filled(parts.value, (name) => inserted(values[name] ?? '', how.value))
      const made: Recipient = {
        name: values.name ?? Object.values(values).join(', '),
        values,
        warning: warning ?? null,
        status: null,
        src: '',
        read: null,
        meant: text.value.replace(/\{\{\s*([\w.-]+)\s*\}\}/g, (_, name: string) =>
          encodeURIComponent(values[name] ?? ''),
        ),
      }
      const answer = await fetch(url, { credentials: 'omit' }).catch(() => null)
      if (mine !== run) return
      if (answer !== null) {
        const blob = await answer.blob()
        made.status = answer.status
        made.src = URL.createObjectURL(blob)
        const read = await sendPicture(new File([blob], 'picture.png'))
        made.read = read.symbols[0]?.text ?? null
      }
      recipients.value = [...recipients.value, made]
      done.value++
    }
    if (rows.length > MOST) problem.value = `The first ${MOST} of ${rows.length} were asked for.`
  } catch (e) {
    problem.value = e instanceof Error ? e.message : 'It could not be checked. Try again.'
  } finally {
    isChecking.value = false
  }
}
const broken = computed(() => recipients.value.filter((one) => one.read !== one.meant).length)
watch([text, how, keyId], () => (recipients.value = []))
</script>

<template>
  <div class="merge">
    <div class="form">
      <label class="label" for="merge-text">What each code says</label>
      <v-text-field id="merge-text" v-model="text" class="code-field" spellcheck="false" />
      <label class="label" for="merge-key">Key</label>
      <select id="merge-key" v-model="keyId">
        <option v-for="key in usable" :key="key.id" :value="key.id">{{ key.name }}, {{ key.shown }}</option>
      </select>
      <template v-if="what === 'mailing'">
        <label class="label" for="merge-form">Your tool’s merge fields</label>
        <select id="merge-form" v-model="form">
          <option v-for="one in PLACEHOLDERS" :key="one" :value="one">{{ placeholder(one, 'name') }}</option>
        </select>
        <span class="label">It puts values in</span>
        <div class="slide" role="radiogroup" aria-label="It puts values in">
          <button
            v-for="one in HOWS"
            :key="one.value"
            type="button"
            role="radio"
            :aria-checked="how === one.value"
            @click="how = one.value"
          >
            {{ one.name }}
          </button>
        </div>
      </template>
      <p v-else class="note">
        Values stand in {{ names.map((_, i) => `${String.fromCharCode(65 + i)}2`).join(', ') }}; fill the column down.
      </p>
      <label class="label" for="merge-side">Shown at, in pixels</label>
      <input id="merge-side" v-model.number="side" type="number" min="60" max="600" />
    </div>
    <HandOffLook v-model="look" :of="glyph" />
    <div v-if="what === 'mailing'" class="list">
      <label class="label" for="merge-list">Recipients, as a table with names in its first line</label>
      <textarea id="merge-list" v-model="list" rows="4" spellcheck="false" class="code" />
      <div class="row">
        <v-btn class="fix" :loading="isChecking" :disabled="parts.length === 0" @click="check"
          >Fetch and read each one</v-btn
        >
        <span class="note" role="status">{{
          recipients.length === 0
            ? 'Each counts as a call of the key.'
            : broken === 0
              ? `All ${done} read as meant.`
              : `${broken} of ${done} do not read as meant.`
        }}</span>
      </div>
    </div>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <ul aria-label="Recipients">
      <li v-for="(one, i) in recipients" :key="i" :class="{ bad: one.read !== one.meant }">
        <img :src="one.src" alt="" width="64" height="64" />
        <div>
          <b>{{ one.name }}</b>
          <p class="code">{{ one.read ?? `no code, ${one.status ?? 'no answer'}` }}</p>
          <p class="say" :class="one.read === one.meant ? 'holds' : 'fails'">
            <KgVerdict :verdict="one.read === one.meant ? 'holds' : 'fails'" />
            {{ one.read === one.meant ? 'Reads as meant' : (one.warning ?? 'Does not read as meant') }}
          </p>
        </div>
      </li>
    </ul>
    <p v-if="broken > 0 && how !== 'url'" class="note mend">
      <v-btn class="fix" @click="how = 'url'">Let the tool URL-encode</v-btn> Most tools have a filter for it; without
      one, these values cannot arrive.
    </p>
  </div>
</template>

<style scoped>
.merge {
  display: grid;
  gap: 10px;
  padding: 12px 16px;
}
.form {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 8px 12px;
  align-items: center;
}
.form .note {
  grid-column: 2;
}
textarea {
  width: 100%;
}
.list {
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr);
  gap: 12px;
  padding: 8px 0;
  border-top: 1px solid var(--rule);
}
li.bad {
  background: var(--fail-wash);
}
li img {
  background: #fff;
  border: 1px solid var(--rule);
}
li .code {
  overflow-wrap: anywhere;
}
.say {
  display: flex;
  gap: 6px;
  align-items: center;
}
</style>
