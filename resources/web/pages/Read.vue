<script setup lang="ts">
import { mdiCameraOutline, mdiFileImageOutline } from '@mdi/js'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import type { ReadPicture, ReadSymbol } from '@/api/client'
import KgCamera from '@/components/KgCamera.vue'
import KgDiff from '@/components/KgDiff.vue'
import KgReadPicture from '@/components/KgReadPicture.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import ReadCheckList from '@/components/ReadCheckList.vue'
import ReadCollect, { type Collected } from '@/components/ReadCollect.vue'
import ReadDetail from '@/components/ReadDetail.vue'
import ReadGate from '@/components/ReadGate.vue'
import ReadLookUp from '@/components/ReadLookUp.vue'
import ReadSession from '@/components/ReadSession.vue'
import { useReadings } from '@/composables/useReadings'
import { useShortcut } from '@/composables/useShortcut'
import { megabytes, useAbout } from '@/composables/useAbout'
import { useToast } from '@/composables/useToast'

const { limits } = useAbout()
const TYPES = 'image/png,image/jpeg,image/webp,application/pdf'
const MODES = [
  { value: 'read', label: 'Read' },
  { value: 'lookup', label: 'Look up' },
  { value: 'compare', label: 'Compare' },
  { value: 'list', label: 'Check list' },
  { value: 'collect', label: 'Collect' },
  { value: 'gate', label: 'Gate' },
] as const
const { say } = useToast()
const source = ref<'camera' | 'file'>('file')
const mode = useLocalStorage<(typeof MODES)[number]['value']>('kg-read-mode', 'read')
/** From another screen one comes to a mode, and to a gate. */
const asked = useRoute().query
if (MODES.some((one) => one.value === asked.mode)) mode.value = asked.mode as (typeof MODES)[number]['value']
if (typeof asked.gate === 'string') useLocalStorage('kg-gate', '').value = asked.gate
const expected = ref('')
const list = ref('')
const collected = ref<Collected[]>([])
const isOver = ref(false)
const picker = ref<HTMLInputElement>()
const gate = ref<InstanceType<typeof ReadGate>>()
const { entries, current, entry, symbol, waiting, take, add, forget } = useReadings(report)
const isPanel = computed(() => ['list', 'collect', 'gate'].includes(mode.value))

/** Every symbol that is read, from wherever, passes here once. */
function report(read: ReadSymbol): void {
  if (mode.value === 'gate') void gate.value?.admit(read.text)
  const known = collected.value.find((code) => code.text === read.text && code.symbology === read.symbology)
  if (known) Object.assign(known, { count: known.count + 1, last: new Date() })
  else
    collected.value.unshift({
      text: read.text,
      symbology: read.symbology,
      count: 1,
      first: new Date(),
      last: new Date(),
    })
}
function saw(result: ReadPicture, picture: Blob | null): void {
  add('camera', picture, result)
  for (const read of result.symbols) report(read)
}

function choose(event: Event): void {
  const input = event.target as HTMLInputElement
  open(Array.from(input.files ?? []))
  input.value = ''
}
/** Pictures from wherever they come; a file that is none is said so by the server. */
function open(files: File[]): void {
  if (files.length === 0) return
  source.value = 'file'
  void take(files)
}
function drop(event: DragEvent): void {
  isOver.value = false
  const files = Array.from(event.dataTransfer?.files ?? [])
  if (files.length === 0) say('Only picture files can be dropped here.')
  open(files)
}
async function paste(): Promise<void> {
  try {
    const files: File[] = []
    for (const item of await navigator.clipboard.read()) {
      const type = item.types.find((t) => t.startsWith('image/'))
      if (type) files.push(new File([await item.getType(type)], 'pasted picture', { type }))
    }
    if (files.length === 0) say('There is no picture on the clipboard.')
    open(files)
  } catch {
    say('The browser did not show the clipboard. Press Ctrl V instead.')
  }
}
useEventListener(window, 'paste', (event: ClipboardEvent) => {
  const files = Array.from(event.clipboardData?.files ?? []).filter((file) => file.type.startsWith('image/'))
  if (files.length > 0) {
    event.preventDefault()
    open(files)
  }
})
useShortcut('/', () => picker.value?.click())
</script>

<template>
  <div class="read" @dragover.prevent="isOver = true" @dragleave.self="isOver = false" @drop.prevent="drop">
    <h1 class="sr">Read</h1>
    <section class="source panel" aria-label="Pictures">
      <div class="from">
        <div class="sources" role="tablist" aria-label="Where pictures come from">
          <button type="button" role="tab" :aria-selected="source === 'camera'" @click="source = 'camera'">
            <v-icon :icon="mdiCameraOutline" size="16" />Camera
          </button>
          <button type="button" role="tab" :aria-selected="source === 'file'" @click="source = 'file'">
            <v-icon :icon="mdiFileImageOutline" size="16" />Pictures
          </button>
        </div>
        <span class="grow" />
        <select v-model="mode" class="mode" aria-label="What happens with what is read">
          <option v-for="m in MODES" :key="m.value" :value="m.value">{{ m.label }}</option>
        </select>
      </div>
      <KgCamera v-if="source === 'camera'" :quiet="mode === 'gate'" @read="saw" @photo="open" />
      <template v-else>
        <div class="well" :class="{ over: isOver }">
          <KgReadPicture
            v-if="entry && entry.url"
            :key="entry.id"
            :url="entry.url"
            :picture="entry.result"
            :current="current?.symbol ?? 0"
            @choose="current = { entry: entry.id, symbol: $event }"
          />
          <div v-else class="drop">
            <div class="box" aria-hidden="true" />
            <p><b>Drop pictures here</b></p>
            <p class="note">
              or paste one with Ctrl V. PNG, JPEG or WebP, to {{ megabytes(limits.read_bytes) }} and
              {{ limits.read_pixels / 1e6 }} megapixels, or a PDF’s pages. They are read on this server and not kept.
            </p>
          </div>
        </div>
        <div class="ctl">
          <v-btn class="main grow" :prepend-icon="mdiFileImageOutline" @click="picker?.click()"
            >Choose pictures <kbd class="key">/</kbd></v-btn
          >
          <v-btn @click="paste">Paste</v-btn>
        </div>
      </template>
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
      <ReadSession
        :entries="entries"
        :waiting="waiting"
        :current="current?.entry ?? null"
        @choose="current = { entry: $event, symbol: 0 }"
        @forget="forget"
      />
    </section>

    <section class="detail" aria-label="Selected result">
      <ReadGate v-if="mode === 'gate'" ref="gate" />
      <ReadCollect v-else-if="mode === 'collect'" v-model="collected" />
      <ReadCheckList
        v-else-if="mode === 'list'"
        v-model="list"
        :entries="entries"
        :waiting="waiting"
        @choose="current = { entry: $event, symbol: 0 }"
      />
      <template v-if="!isPanel">
        <ReadLookUp v-if="mode === 'lookup'" :text="symbol?.text ?? null" />
        <div v-else-if="mode === 'compare'" class="compare" data-test="compare">
          <v-textarea
            v-model="expected"
            class="code-field"
            rows="1"
            auto-grow
            max-rows="3"
            placeholder="Paste the text that every symbol should hold"
            aria-label="Text to compare with"
            spellcheck="false"
            autocomplete="off"
          />
          <p v-if="expected === '' || !symbol" class="note">
            {{ expected === '' ? 'Each symbol that is read is compared with it.' : 'Read a symbol to compare.' }}
          </p>
          <KgDiff v-else :expected="expected" :read="symbol.text" />
        </div>
        <div v-if="!entry" class="none">
          <h2>Check a symbol where it is made</h2>
          <p class="note">
            Show a symbol to the camera, or choose, drop or paste pictures: its text appears here with every byte, what
            a phone would make of it, and a comparison with what you expected. Nothing opens by itself.
          </p>
        </div>
        <div v-else-if="entry.state === 'reading'" class="none">
          <h2>Reading {{ entry.name }}</h2>
        </div>
        <div v-else-if="!symbol" class="none" data-test="unread" aria-live="polite">
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
        <ReadDetail v-else v-model:expected="expected" :entry="entry" :symbol="symbol" :compares="mode !== 'compare'" />
      </template>
    </section>
  </div>
</template>

<style scoped>
.read {
  display: grid;
  grid-template-columns: 412px minmax(0, 1fr);
  height: 100%;
  min-height: 0;
}
.source {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-right: 1px solid var(--line);
}
.from {
  display: flex;
  align-items: stretch;
  border-bottom: 1px solid var(--line);
  height: 40px;
  flex: none;
}
.sources {
  display: flex;
}
.from button {
  border: 0;
  border-right: 1px solid var(--rule);
  background: none;
  padding: 0 14px;
  font: 600 13px/18px var(--font-text);
  color: var(--ink-2);
  display: flex;
  align-items: center;
  gap: 6px;
}
.from [aria-selected='true'] {
  color: var(--ink);
  background: var(--sheet);
  box-shadow: inset 0 2px 0 var(--accent);
}
.mode {
  border: 0;
  border-left: 1px solid var(--rule);
  background: var(--sheet);
  color: var(--ink);
  font: 600 13px/18px var(--font-text);
  padding: 0 12px;
}
.compare {
  border-bottom: 1px solid var(--line);
  padding: 10px 20px 12px;
  display: grid;
  gap: 6px;
}
.well {
  height: 306px;
  background: var(--bench);
  position: relative;
  flex: none;
}
.well.over {
  outline: 2px solid var(--accent);
  outline-offset: -8px;
}
.drop {
  position: absolute;
  inset: 16px;
  border: 1px dashed var(--edge);
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 6px;
  text-align: center;
  padding: 24px;
}
.drop .note {
  max-width: 270px;
}
.box {
  width: 44px;
  height: 44px;
  border: 3px solid var(--edge);
  background: linear-gradient(var(--edge) 0 0) center / 18px 18px no-repeat;
  margin-bottom: 6px;
}
.ctl {
  display: flex;
  gap: 8px;
  padding: 10px 16px;
  border-bottom: 1px solid var(--line);
}
.key {
  margin-left: 8px;
}
.detail {
  background: var(--sheet);
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  overflow: auto;
}
.detail > :last-child {
  flex: 1;
}
.none {
  padding: 40px 24px;
  max-width: 560px;
  display: grid;
  gap: 6px;
  align-content: start;
}
.hint {
  font: 400 14px/21px var(--font-text);
}
@media (max-width: 1199px) and (min-width: 720px) {
  .read {
    grid-template-columns: 340px minmax(0, 1fr);
  }
}
@media (max-width: 719px) {
  .read {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: max-content max-content;
    overflow: auto;
    align-content: start;
  }
  .source {
    border-right: 0;
  }
  .well {
    height: 268px;
  }
  .key {
    display: none;
  }
  .ctl {
    padding: 8px 12px;
  }
  .detail {
    display: block;
    overflow: visible;
  }
  .from {
    height: 48px;
  }
}
</style>
