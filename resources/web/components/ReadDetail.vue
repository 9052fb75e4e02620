<script setup lang="ts">
import { mdiContentCopy, mdiPencilOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { ReadSymbol } from '@/api/client'
import { judged, SEVERITY } from '@/lib/verdicts'
import KgDiff from '@/components/KgDiff.vue'
import KgHex from '@/components/KgHex.vue'
import KgPhone from '@/components/KgPhone.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import { useKinds } from '@/composables/useKinds'
import type { Entry } from '@/composables/useReadings'
import { useToast } from '@/composables/useToast'
import { sameNumber } from '@/lib/retail'
import { bytesOf } from '@/lib/bytes'
import { SYMBOLOGIES } from '@/lib/symbologies'

/** Everything that is known about one symbol that was read. */
const props = defineProps<{ entry: Entry; symbol: ReadSymbol; compares: boolean }>()
const expected = defineModel<string>('expected', { required: true })
const router = useRouter()
const { say } = useToast()
const { byName } = useKinds()
const step = ref<'says' | 'bytes' | 'compare'>('says')

const bytes = computed(() => bytesOf(props.symbol.bytes_b64).length)
const problems = computed(() => props.symbol.payload.problems)
const judgement = computed(() => judged(problems.value))
const host = computed(() =>
  props.symbol.payload.kind === 'link' ? /^[a-z]+:\/\/([^/?#]*)/i.exec(props.symbol.text)?.[1] : '',
)
const facts = computed(() => {
  const s = props.symbol
  return [
    { name: 'Symbology', value: SYMBOLOGIES[s.symbology] },
    ...(s.version === null
      ? []
      : [
          { name: 'Symbol', value: `${s.version}${s.level === null ? '' : `-${s.level}`}, mask ${s.mask}` },
          {
            name: 'Corrected',
            value: `${s.corrected} of ${s.codewords}${s.erased > 0 ? `, ${s.erased} given up first` : ''}`,
          },
        ]),
    ...(s.append === null ? [] : [{ name: 'Sequence', value: `${s.append.index + 1} of ${s.append.total}` }]),
    ...(s.eci === null ? [] : [{ name: 'ECI', value: String(s.eci).padStart(6, '0') }]),
    ...(s.fnc1 === null ? [] : [{ name: 'FNC1', value: s.fnc1 === '' ? 'first position' : `second, ${s.fnc1}` }]),
    { name: 'Turned', value: `${s.turned}°` },
    { name: 'Module', value: `${s.module_px} px` },
    ...(s.fit === null ? [] : [{ name: 'Fit', value: `${(100 * s.fit).toFixed(1)} %` }]),
    ...(s.segments.length === 0
      ? []
      : [{ name: 'Segments', value: s.segments.map((part) => `${part.mode} ${part.chars}`).join(', ') }]),
    { name: 'Mirrored', value: s.mirrored ? 'yes' : 'no' },
    { name: 'Light on dark', value: s.reversed ? 'yes' : 'no' },
  ]
})
const kind = computed(() => byName(props.symbol.payload.kind)?.label ?? 'Text')
const shownText = computed(() => props.symbol.text.replaceAll('\u001d', '␝'))
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

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(props.symbol.text)
    say('Text copied')
  } catch {
    say('The browser did not allow copying. Select the text and press Ctrl C.')
  }
}
function compose(): void {
  void router.push({ path: '/compose', state: { text: props.symbol.text, kind: props.symbol.payload.kind } })
}
</script>

<template>
  <div class="one">
    <div class="dh">
      <div class="grow">
        <h2 class="title">{{ kind }}</h2>
        <p class="note">
          {{ bytes }} bytes, {{ Array.from(symbol.text).length }} characters, read in
          {{ Math.ceil(entry.result?.ms ?? 0) }} ms from {{ entry.name }}
        </p>
      </div>
      <slot />
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
            says: judgement.words,
            bytes: `${bytes}`,
            compare: expected === '' ? 'not yet' : sameNumber(expected, symbol.text) ? 'the same' : 'differs',
          }[s]
        }}</small>
      </button>
    </div>
    <div class="cols" :class="`at-${step}`">
      <div class="main-col">
        <div class="says">
          <h2>What it says</h2>
          <dl v-if="symbol.payload.kind !== 'text' && symbol.payload.kind !== 'link'" class="meant" data-test="meant">
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
        <KgPhone :phone="symbol.payload.phone" :summary="symbol.payload.summary" :text="shownText" />
        <div class="row">
          <h2 class="grow">{{ kind }} rules</h2>
          <span class="say" :class="judgement.verdict">{{ judgement.words }}</span>
        </div>
        <p v-if="host" class="host code">{{ host }}</p>
        <ul>
          <li v-for="(p, i) in problems" :key="i" class="row rule">
            <KgVerdict :verdict="SEVERITY[p.severity]" /><span>{{ p.message }}</span>
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
    <div v-if="compares" class="cmp" :class="{ shown: step === 'compare' }">
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
  </div>
</template>

<style scoped>
.rules > .row {
  margin-top: 16px;
}
.box {
  width: 44px;
  height: 44px;
  border: 3px solid var(--edge);
  background: linear-gradient(var(--edge) 0 0) center / 18px 18px no-repeat;
  margin-bottom: 6px;
}
.key {
  margin-left: 8px;
}
.icon {
  padding: 0;
  width: 28px;
  height: 28px !important;
}
.dh {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 10px 20px;
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}
.title {
  font: var(--t-title);
}
.steps {
  display: none;
}
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 290px;
  min-height: 0;
  overflow: auto;
  background: var(--paper);
}
.cols h2 {
  margin-bottom: 6px;
}
.main-col {
  display: grid;
  gap: 16px;
  align-content: start;
  padding: 14px 20px;
  min-width: 0;
}
.text {
  font-size: 15px;
  line-height: 23px;
  overflow-wrap: anywhere;
  white-space: pre-wrap;
  max-height: 160px;
  overflow: auto;
}
.rules {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  padding: 14px 20px;
}
.rules > .row {
  align-items: baseline;
}
.host {
  font-size: 15px;
  line-height: 22px;
  overflow-wrap: anywhere;
  padding-bottom: 8px;
}
.rules ul {
  border-top: 1px solid var(--rule);
  margin-bottom: 10px;
}
.rule {
  align-items: flex-start;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
  font: 400 12.5px/18px var(--font-text);
}
.rule .v {
  margin-top: 4px;
}
.facts {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  border-top: 1px solid var(--rule);
}
.facts div {
  padding: 5px 8px 6px 10px;
  border-bottom: 1px solid var(--rule);
  border-left: 1px solid var(--rule);
}
.facts div:nth-child(4n + 1) {
  border-left: 0;
  padding-left: 0;
}
dt {
  font: var(--t-note);
  color: var(--ink-3);
}
dd {
  font: var(--t-fig);
  overflow-wrap: anywhere;
}
.cmp {
  border-top: 1px solid var(--line);
  padding: 10px 20px 14px;
  display: grid;
  gap: 8px;
  max-height: 330px;
  overflow: auto;
}
.narrow {
  display: none;
}
@media (max-width: 1199px) and (min-width: 720px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
  .rules {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
}
@media (max-width: 719px) {
  .key {
    display: none;
  }
  .icon {
    width: 44px;
  }
  .dh {
    padding: 10px 12px;
    flex-wrap: wrap;
  }
  .dh .grow {
    flex-basis: 100%;
  }
  .dh .kg-btn {
    flex: 1;
  }
  .wide {
    display: none;
  }
  .narrow {
    display: inline;
  }
  .steps {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    border-bottom: 1px solid var(--edge);
    background: var(--paper);
  }
  .steps button {
    border: 0;
    border-right: 1px solid var(--rule);
    background: none;
    text-align: left;
    padding: 7px 12px 6px;
    font: 600 13px/18px var(--font-text);
    color: var(--ink-2);
    min-height: 48px;
  }
  .steps small {
    display: block;
    font: 400 11px/16px var(--font-code);
    color: var(--ink-3);
  }
  .steps [aria-selected='true'] {
    color: var(--ink);
    background: var(--sheet);
    box-shadow:
      inset 0 2px 0 var(--accent),
      0 1px 0 var(--sheet);
  }
  .cols {
    display: flex;
    flex-direction: column;
    overflow: visible;
    background: var(--sheet);
  }
  .main-col {
    display: contents;
  }
  .main-col > div,
  .rules {
    border: 0;
    padding: 12px 12px 0;
  }
  .how {
    order: 1;
  }
  .facts {
    grid-template-columns: repeat(2, 1fr);
  }
  .facts div:nth-child(odd) {
    border-left: 0;
    padding-left: 0;
  }
  .cols .says,
  .cols .bytes,
  .cmp {
    display: none;
  }
  .cmp {
    padding: 12px;
    border: 0;
    max-height: none;
  }
  .at-says .says,
  .at-bytes .bytes {
    display: block;
  }
  .cmp.shown {
    display: grid;
  }
}
.meant {
  margin: 0 0 10px;
  display: grid;
}
.meant > div {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 12px;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
.meant dt {
  font: var(--t-label);
  color: var(--ink-2);
}
.meant dd {
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
}
.meant .val {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
@media (max-width: 719px) {
  .meant > div {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
}
</style>
