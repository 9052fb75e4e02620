<script setup lang="ts">
import { mdiClose, mdiContentCopy, mdiFileImageOutline, mdiPencilOutline } from '@mdi/js'
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { ApiProblem, type ReadPicture, type ReadSymbol } from '@/api/client'
import KgDiff from '@/components/KgDiff.vue'
import KgHex from '@/components/KgHex.vue'
import KgReadPicture from '@/components/KgReadPicture.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import { sendPicture } from '@/composables/sendPicture'
import { useKinds } from '@/composables/useKinds'
import { useShortcut } from '@/composables/useShortcut'
import { useToast } from '@/composables/useToast'
import { bytesOf } from '@/lib/bytes'

interface Entry {
  id: number
  name: string
  url: string
  at: Date
  state: 'reading' | 'done' | 'refused'
  result: ReadPicture | null
  message: string
}

const SYMBOLOGIES: Record<ReadSymbol['symbology'], string> = {
  qr: 'QR Code',
  microqr: 'Micro QR Code',
  ean13: 'EAN-13',
  ean8: 'EAN-8',
  upca: 'UPC-A',
  upce: 'UPC-E',
  itf14: 'ITF-14',
  code128: 'Code 128',
  code39: 'Code 39',
}
const TYPES = 'image/png,image/jpeg,image/webp'
const MOST = 10_000_000
const router = useRouter()
const { say } = useToast()
const { byName } = useKinds()
const queue = ref<Entry[]>([])
const current = ref<{ entry: number; symbol: number } | null>(null)
const expected = ref('')
const isOver = ref(false)
const picker = ref<HTMLInputElement>()
const step = ref<'says' | 'bytes' | 'compare'>('says')
let last = 0

const entry = computed(() => queue.value.find((e) => e.id === current.value?.entry) ?? null)
const symbol = computed<ReadSymbol | null>(() => entry.value?.result?.symbols[current.value?.symbol ?? 0] ?? null)
const bytes = computed(() => (symbol.value ? bytesOf(symbol.value.bytes_b64).length : 0))
const problems = computed(() => symbol.value?.payload.problems ?? [])
const worst = computed(() =>
  problems.value.some((p) => p.severity === 'error') ? 'fails' : problems.value.length > 0 ? 'marginal' : 'holds',
)
const host = computed(() =>
  symbol.value?.payload.kind === 'link' ? /^[a-z]+:\/\/([^/?#]*)/i.exec(symbol.value.text)?.[1] : '',
)
const facts = computed(() => {
  const s = symbol.value
  if (s === null) return []
  return [
    { name: 'Symbology', value: SYMBOLOGIES[s.symbology] },
    ...(s.version === null
      ? []
      : [
          { name: 'Symbol', value: `${s.version}${s.level === null ? '' : `-${s.level}`}, mask ${s.mask}` },
          { name: 'Corrected', value: `${s.corrected} of ${s.codewords}` },
        ]),
    ...(s.append === null ? [] : [{ name: 'Sequence', value: `${s.append.index + 1} of ${s.append.total}` }]),
    ...(s.eci === null ? [] : [{ name: 'ECI', value: String(s.eci).padStart(6, '0') }]),
    ...(s.fnc1 === null ? [] : [{ name: 'FNC1', value: s.fnc1 === '' ? 'first position' : `second, ${s.fnc1}` }]),
    { name: 'Turned', value: `${s.turned}°` },
    { name: 'Module', value: `${s.module_px} px` },
    ...(s.segments.length === 0
      ? []
      : [{ name: 'Segments', value: s.segments.map((part) => `${part.mode} ${part.chars}`).join(', ') }]),
    { name: 'Mirrored', value: s.mirrored ? 'yes' : 'no' },
    { name: 'Light on dark', value: s.reversed ? 'yes' : 'no' },
  ]
})
const kind = computed(() => byName(symbol.value?.payload.kind ?? 'text')?.label ?? 'Text')
const shownText = computed(() => symbol.value?.text.replaceAll('\u001d', '␝') ?? '')
const localTime = (instant: string): string =>
  new Date(instant).toLocaleString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    timeZoneName: 'short',
  })
const time = (at: Date): string => at.toLocaleTimeString('en-GB')

async function take(files: Iterable<File>): Promise<void> {
  for (const file of files) {
    const mine: Entry = {
      id: ++last,
      name: file.name || 'pasted picture',
      url: URL.createObjectURL(file),
      at: new Date(),
      state: 'reading',
      result: null,
      message: '',
    }
    queue.value.unshift(mine)
    current.value = { entry: mine.id, symbol: 0 }
    const kept = queue.value[0]!
    if (file.size > MOST) {
      Object.assign(kept, {
        state: 'refused',
        message: `The file is ${(file.size / 1e6).toFixed(1)} MB; 10 MB is the most that is read.`,
      })
      continue
    }
    try {
      const result = await sendPicture(file)
      Object.assign(kept, { state: 'done', result, message: result.failure?.hint ?? '' })
    } catch (e) {
      Object.assign(kept, {
        state: 'refused',
        message:
          e instanceof ApiProblem ? (e.field('picture') ?? e.message) : 'The picture could not be sent. Try again.',
      })
    }
  }
}

function choose(event: Event): void {
  const input = event.target as HTMLInputElement
  void take(Array.from(input.files ?? []))
  input.value = ''
}
function drop(event: DragEvent): void {
  isOver.value = false
  const files = Array.from(event.dataTransfer?.files ?? [])
  if (files.length === 0) say('Only picture files can be dropped here.')
  void take(files)
}
useEventListener(window, 'paste', (event: ClipboardEvent) => {
  const files = Array.from(event.clipboardData?.files ?? []).filter((file) => file.type.startsWith('image/'))
  if (files.length > 0) {
    event.preventDefault()
    void take(files)
  }
})
useShortcut('/', () => picker.value?.click())

function forget(id: number): void {
  const gone = queue.value.find((e) => e.id === id)
  if (gone) URL.revokeObjectURL(gone.url)
  queue.value = queue.value.filter((e) => e.id !== id)
  if (current.value?.entry === id) current.value = queue.value[0] ? { entry: queue.value[0].id, symbol: 0 } : null
}

const isDoubtful = (e: Entry): boolean =>
  e.result?.symbols.some((read) => read.payload.problems.some((p) => p.severity === 'error')) ?? false
const verdictOf = (e: Entry) => {
  if (e.state === 'reading') return 'not_run'
  if (e.result === null || e.result.symbols.length === 0) return 'fails'
  return isDoubtful(e) ? 'marginal' : 'holds'
}
const wordOf = (e: Entry): string => {
  if (e.state === 'reading') return 'Reading'
  if (e.state === 'refused') return 'Refused'
  const count = e.result?.symbols.length ?? 0
  if (count === 0) return 'Not read'
  return isDoubtful(e) ? 'Look at it' : count > 1 ? `${count} read` : 'Read'
}

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(symbol.value?.text ?? '')
    say('Text copied')
  } catch {
    say('The browser did not allow copying. Select the text and press Ctrl C.')
  }
}
function compose(): void {
  if (symbol.value)
    void router.push({ path: '/compose', state: { text: symbol.value.text, kind: symbol.value.payload.kind } })
}
</script>

<template>
  <div class="read" @dragover.prevent="isOver = true" @dragleave.self="isOver = false" @drop.prevent="drop">
    <h1 class="sr">Read</h1>
    <section class="source panel" aria-label="Pictures">
      <div class="well" :class="{ over: isOver }">
        <KgReadPicture
          v-if="entry"
          :key="entry.id"
          :url="entry.url"
          :picture="entry.result"
          :current="current?.symbol ?? 0"
          @choose="current = { entry: entry.id, symbol: $event }"
        />
        <div v-else class="drop">
          <div class="box" aria-hidden="true" />
          <p><b>Drop a picture here</b></p>
          <p class="note">
            or paste one with Ctrl V. PNG, JPEG or WebP, to 10 MB and 12 megapixels. It is read on this server and not
            kept.
          </p>
        </div>
      </div>
      <div class="ctl">
        <input
          ref="picker"
          class="sr"
          type="file"
          :accept="TYPES"
          multiple
          aria-label="Choose pictures"
          tabindex="-1"
          @change="choose"
        />
        <v-btn class="main grow" :prepend-icon="mdiFileImageOutline" @click="picker?.click()"
          >Choose pictures <kbd class="key">/</kbd></v-btn
        >
      </div>
      <div class="head row">
        <h2 class="grow">Queue</h2>
        <span class="note">{{ queue.length === 0 ? 'nothing read yet' : `${queue.length}, newest first` }}</span>
      </div>
      <ul class="queue">
        <li v-for="e in queue" :key="e.id" :class="{ on: e.id === current?.entry }">
          <button
            type="button"
            class="pick"
            :aria-current="e.id === current?.entry"
            @click="current = { entry: e.id, symbol: 0 }"
          >
            <span class="tm fig">{{ time(e.at) }}</span><span class="kd clip">{{ e.name }}</span>
            <span class="st row"
              ><KgVerdict :verdict="verdictOf(e)" /><span class="say" :class="verdictOf(e)">{{ wordOf(e) }}</span></span
            >
            <span class="tx note clip">{{ e.result?.symbols[0]?.text ?? e.message }}</span>
          </button>
          <v-btn class="bare icon" :aria-label="`Take ${e.name} off the list`" @click="forget(e.id)"
            ><v-icon :icon="mdiClose"
          /></v-btn>
        </li>
      </ul>
    </section>

    <section class="detail" aria-label="Selected result" aria-live="polite">
      <div v-if="!entry" class="none">
        <h2>Check a symbol where it is made</h2>
        <p class="note">
          Choose, drop or paste a picture: its text appears here with every byte, what a phone would make of it, and a
          comparison with what you expected. Nothing opens by itself.
        </p>
      </div>
      <div v-else-if="entry.state === 'reading'" class="none">
        <h2>Reading {{ entry.name }}</h2>
      </div>
      <div v-else-if="!symbol" class="none" data-test="unread">
        <p class="row">
          <KgVerdict verdict="fails" /><span class="say fails">{{
            entry.state === 'refused' ? 'This picture was not taken' : 'No symbol was read'
          }}</span>
        </p>
        <p class="hint">{{ entry.message }}</p>
        <p v-if="entry.result" class="note">
          {{ entry.result.width }} × {{ entry.result.height }} px, looked at for {{ Math.ceil(entry.result.ms) }} ms.
        </p>
      </div>
      <template v-else>
        <div class="dh">
          <div class="grow">
            <h2 class="title">{{ kind }}</h2>
            <p class="note">
              {{ bytes }} bytes, {{ Array.from(symbol.text).length }} characters, read in
              {{ Math.ceil(entry.result?.ms ?? 0) }} ms from {{ entry.name }}
            </p>
          </div>
          <v-btn :prepend-icon="mdiContentCopy" @click="copy">Copy</v-btn>
          <v-btn :prepend-icon="mdiPencilOutline" @click="compose"
            ><span class="wide">Open in Compose</span><span class="narrow">Compose</span></v-btn
          >
        </div>
        <div class="steps" role="tablist" aria-label="Parts of the result">
          <button
            v-for="s in ['says', 'bytes', 'compare'] as const"
            :key="s"
            type="button"
            role="tab"
            :aria-selected="step === s"
            @click="step = s"
          >
            {{ { says: 'Says', bytes: 'Bytes', compare: 'Compare' }[s]
            }}<small>{{
              {
                says: `${problems.length} to look at`,
                bytes: `${bytes}`,
                compare: expected === '' ? 'not yet' : expected === symbol.text ? 'the same' : 'differs',
              }[s]
            }}</small>
          </button>
        </div>
        <div class="cols" :class="`at-${step}`">
          <div class="main-col">
            <div class="says">
              <h2>What it says</h2>
              <dl
                v-if="symbol.payload.kind !== 'text' && symbol.payload.kind !== 'link'"
                class="meant"
                data-test="meant"
              >
                <div v-for="(line, i) in symbol.payload.summary" :key="i">
                  <dt>{{ line.label }}</dt>
                  <dd>
                    <span class="val">{{ line.value }}</span><span v-if="line.note" class="note">{{ line.note }}</span
                    ><span v-if="line.instant" class="note">here {{ localTime(line.instant) }}</span>
                  </dd>
                </div>
              </dl>
              <p class="text code" tabindex="0" data-test="read-text">{{ shownText }}</p>
            </div>
            <div class="bytes">
              <h2>Raw bytes</h2>
              <KgHex :base64="symbol.bytes_b64" />
            </div>
            <div class="says how">
              <h2>How it was read</h2>
              <dl class="facts">
                <div v-for="fact in facts" :key="fact.name">
                  <dt>{{ fact.name }}</dt>
                  <dd>{{ fact.value }}</dd>
                </div>
              </dl>
            </div>
          </div>
          <div class="says rules">
            <div class="row">
              <h2 class="grow">{{ kind }} rules</h2>
              <span class="say" :class="worst">{{
                problems.length === 0 ? 'In order' : `${problems.length} to look at`
              }}</span>
            </div>
            <p v-if="host" class="host code">{{ host }}</p>
            <ul>
              <li v-for="p in problems" :key="p.code" class="row rule">
                <KgVerdict :verdict="p.severity === 'error' ? 'fails' : 'marginal'" /><span>{{ p.message }}</span>
              </li>
              <li v-if="problems.length === 0" class="row rule">
                <KgVerdict verdict="holds" /><span>{{
                  symbol.payload.kind === 'text'
                    ? 'A phone shows this as text.'
                    : `A phone offers: ${byName(symbol.payload.kind)?.purpose.toLowerCase() ?? ''}.`
                }}</span>
              </li>
            </ul>
            <p class="note">Nothing was fetched, and nothing opens by itself. Checks use only what the symbol says.</p>
          </div>
        </div>
        <div class="cmp" :class="{ shown: step === 'compare' }">
          <div class="row"><h2>Compare with expected</h2></div>
          <v-textarea
            v-model="expected"
            class="code-field"
            rows="1"
            auto-grow
            max-rows="4"
            placeholder="Paste the text that should be in the symbol"
            aria-label="Expected text"
            spellcheck="false"
            autocomplete="off"
          />
          <KgDiff v-if="expected !== ''" :expected="expected" :read="symbol.text" />
          <p v-else class="note">Differences are marked to the character.</p>
        </div>
      </template>
    </section>
  </div>
</template>

<style scoped src="./Read.css"></style>
