<script setup lang="ts">
import * as limits from '@/api/limits'
import { mdiCodeTags, mdiConsole, mdiImageOutline, mdiXml } from '@mdi/js'
import { useStorage } from '@vueuse/core'
import { computed } from 'vue'
import type { Drawing, Schemas } from '@/api/client'
import type { Composition } from '@/composables/useComposition'
import { useFinishOptions } from '@/composables/useFinishes'
import { grouped } from '@/lib/bytes'
import KgCheck from './KgCheck.vue'
import KgNumber from './KgNumber.vue'
import KgSlide from './KgSlide.vue'
import KgVerdict from './KgVerdict.vue'

/** How large it is and how it leaves: what it is for, size, files and copies. */
const props = defineProps<{ drawing: Drawing | null }>()
const fields = defineModel<Composition>('fields', { required: true })
const emit = defineEmits<{
  download: [format: Schemas['PictureFormat'], cmyk: boolean]
  copy: [what: 'picture' | 'svg' | 'img' | 'curl']
}>()
const { options } = useFinishOptions()
const isCmyk = useStorage('kg-cmyk', false)

const size = computed(() => props.drawing?.ledger?.find((line) => line.check === 'size'))
const stem = computed(() => props.drawing?.picture.file_name.replace(/\.svg$/, '') ?? '')
const formats = computed(() => options.value?.formats ?? [])

type Use = Pick<Composition, 'sizeMode' | 'print' | 'dpi' | 'distanceMm'> & Partial<Composition>
const USES: { name: string; note: string; set: Use }[] = [
  {
    name: 'Jar label',
    note: 'thermal, 203 dpi, 0.25 m away',
    set: { sizeMode: 'length', sizeMm: 25, print: 'thermal_203', dpi: 203, distanceMm: 250 },
  },
  {
    name: 'Leaflet',
    note: 'offset, 600 dpi, 0.3 m away',
    set: { sizeMode: 'length', sizeMm: 30, print: 'offset', dpi: 600, distanceMm: 300 },
  },
  {
    name: 'Poster',
    note: 'offset, 300 dpi, 2.5 m away',
    set: { sizeMode: 'length', sizeMm: 250, print: 'offset', dpi: 300, distanceMm: 2500 },
  },
  {
    name: 'Screen',
    note: 'whole pixels, 0.25 m away',
    set: { sizeMode: 'module', modulePx: 8, print: 'screen', dpi: 96, distanceMm: 250 },
  },
  {
    name: 'Mailing',
    note: 'PNG, 360 px shown at 180',
    set: { sizeMode: 'side', sizePx: 360, print: 'screen', dpi: 192, distanceMm: 250 },
  },
]
const isUse = (set: Use): boolean =>
  Object.entries(set).every(([key, value]) => fields.value[key as keyof Composition] === value)

const inches = computed({
  get: () => Math.round((fields.value.sizeMm / 25.4) * 1000) / 1000,
  set: (value) => (fields.value.sizeMm = Math.round(value * 25.4 * 1000) / 1000),
})

/** Widths at which a module is a whole number of device dots, around the one that is drawn. */
const stops = computed(() => {
  const d = props.drawing
  if (!d || fields.value.sizeMode !== 'length') return []
  const { module_px: dots, side_mm: mm, module_mm: module } = d.picture
  // The rest of a width that does not divide lies in the quiet zone: without it, modules across are a whole number.
  const across = Math.floor(mm / module + 1e-6)
  return [dots - 1, dots, dots + 1, dots + 2]
    .filter((n) => n >= 1)
    .map((n) => ({ dots: n, mm: Math.ceil(((across * n * 25.4) / fields.value.dpi) * 1000) / 1000, now: n === dots }))
})

const COPIES = [
  { what: 'picture', name: 'Picture', note: 'as PNG, to paste into a document', icon: mdiImageOutline },
  { what: 'img', name: 'HTML image', note: '<img> with the picture in it', icon: mdiCodeTags },
  { what: 'svg', name: 'Inline SVG', note: 'markup for a page or template', icon: mdiXml },
  { what: 'curl', name: 'curl call', note: 'makes the same file by the API', icon: mdiConsole },
] as const
</script>

<template>
  <div class="output">
    <section class="block">
      <h2>What it is for</h2>
      <ul class="uses">
        <li v-for="use in USES" :key="use.name">
          <button type="button" :aria-pressed="isUse(use.set)" @click="Object.assign(fields, use.set)">
            <b>{{ use.name }}</b><span class="note clip">{{ use.note }}</span>
          </button>
        </li>
      </ul>
      <div class="field">
        <label class="label" for="printing">Printing</label>
        <v-select
          id="printing"
          v-model="fields.print"
          :items="options?.printings ?? []"
          item-title="label"
          item-value="value"
        />
      </div>
      <KgNumber
        v-model="fields.distanceMm"
        label="Read from"
        unit="mm"
        :min="limits.Options.distance_mm.minimum"
        :max="limits.Options.distance_mm.maximum"
        :step="10"
      />
    </section>
    <section class="block">
      <div class="row">
        <h2 class="grow">Size</h2>
        <KgSlide
          v-model="fields.sizeMode"
          label="Size by"
          :options="[
            { value: 'module', label: 'Module' },
            { value: 'side', label: 'Whole side' },
            { value: 'length', label: 'Length' },
          ]"
        />
      </div>
      <KgNumber
        v-if="fields.sizeMode === 'module'"
        v-model="fields.modulePx"
        label="Module"
        unit="px"
        :min="limits.Options.module_px.minimum"
        :max="limits.Options.module_px.maximum"
      />
      <KgNumber
        v-else-if="fields.sizeMode === 'side'"
        v-model="fields.sizePx"
        label="Whole side"
        unit="px"
        :min="limits.Options.size_px.minimum"
        :max="limits.Options.size_px.maximum"
      />
      <template v-else>
        <KgNumber
          v-model="fields.sizeMm"
          label="Width"
          unit="mm"
          :min="1"
          :max="limits.Options.size_mm.maximum"
          decimals
        />
        <KgNumber
          v-model="inches"
          label="that is"
          unit="in"
          :min="0.04"
          :max="limits.Compose.size_in.maximum"
          :step="0.1"
          decimals
        />
      </template>
      <KgNumber
        v-model="fields.dpi"
        label="Resolution"
        unit="dots/in"
        :min="limits.Options.dpi.minimum"
        :max="limits.Options.dpi.maximum"
        decimals
      />
      <div v-if="stops.length" class="stops" role="group" aria-label="Widths of whole dots">
        <button
          v-for="stop in stops"
          :key="stop.dots"
          type="button"
          :aria-pressed="stop.now"
          @click="fields.sizeMm = stop.mm"
        >
          <b>{{ stop.dots === 1 ? '1 dot' : `${stop.dots} dots` }}</b><span class="fig">{{ stop.mm.toFixed(1) }}</span>
        </button>
      </div>
      <template v-if="drawing">
        <p class="cost">
          <KgVerdict v-if="size" :verdict="size.verdict" /><span class="grow"
            >{{ grouped(drawing.picture.side_px) }} × {{ grouped(drawing.picture.height_px) }} px</span
          ><span class="fig">{{ drawing.picture.module_px }} px a module</span>
        </p>
        <p class="cost">
          <span class="grow">true size, at {{ grouped(Math.round(drawing.picture.dpi)) }} dots/in</span
          ><span class="fig"
            >{{ drawing.picture.side_mm.toFixed(2) }} × {{ drawing.picture.height_mm.toFixed(2) }} mm</span
          >
        </p>
        <p v-if="drawing.picture.note" class="note">{{ drawing.picture.note }}</p>
      </template>
    </section>
    <section class="block">
      <h2>Files</h2>
      <table class="ruled">
        <thead>
          <tr>
            <th>Format</th>
            <th>Good for</th>
            <th><span class="sr">Take it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="format in formats" :key="format.value" :title="`Size kept: ${format.size_kept}`">
            <td class="fig">{{ format.label }}</td>
            <td class="note">{{ format.note }}</td>
            <td class="num">
              <v-btn
                class="small"
                :disabled="!drawing"
                :aria-label="`Save ${format.label}`"
                @click="emit('download', format.value, isCmyk && (format.value === 'pdf' || format.value === 'eps'))"
                >Save</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <KgCheck v-model="isCmyk" label="PDF and EPS in process inks (CMYK), black as black alone" />
      <p v-if="drawing" class="file code">{{ stem }}</p>
    </section>
    <section class="block">
      <h2>Copies</h2>
      <ul class="copies">
        <li v-for="c in COPIES" :key="c.what">
          <button type="button" :disabled="!drawing" @click="emit('copy', c.what)">
            <v-icon class="kg-icon" :icon="c.icon" /><b>{{ c.name }}</b
            ><span class="note clip">{{ c.note }}</span>
          </button>
        </li>
      </ul>
      <p class="note">
        The curl call takes its key from the variable <span class="code">KEEN_GLYPH_KEY</span>. Make a key with
        <span class="code">bin/artisan keys:make "name"</span>.
      </p>
    </section>
  </div>
</template>

<style scoped>
.uses button {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr);
  gap: 8px;
  width: 100%;
  height: 28px;
  align-items: center;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  text-align: left;
  padding: 0 8px;
  margin-left: -8px;
}
.uses b {
  font: 600 13px/18px var(--font-text);
}
.uses button:hover {
  background: var(--bench);
}
.uses [aria-pressed='true'] {
  border-left-color: var(--accent);
  background: var(--accent-wash);
}
.field {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}
.stops {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  border-top: 1px solid var(--edge);
}
.stops button {
  border: 0;
  background: none;
  padding: 3px 2px;
  font: 500 12px/16px var(--font-code);
  border-top: 3px solid transparent;
}
.stops span {
  display: block;
  color: var(--ink-3);
}
.stops [aria-pressed='true'] {
  border-top-color: var(--accent);
  color: var(--accent);
}
.small {
  height: 26px !important;
  font-size: 12.5px !important;
  padding: 0 9px;
}
.ruled td:first-child,
.ruled th:first-child {
  padding-left: 0;
}
.ruled td:last-child,
.ruled th:last-child {
  padding-right: 0;
}
.file {
  overflow-wrap: anywhere;
  color: var(--ink-2);
  font-size: 12px;
}
ul.copies button {
  display: grid;
  grid-template-columns: 16px auto minmax(0, 1fr);
  gap: 9px;
  align-items: center;
  width: 100%;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  height: 32px;
  padding: 0 2px;
  text-align: left;
}
ul.copies button:hover:not(:disabled) {
  background: var(--bench);
}
ul.copies button:disabled {
  color: var(--ink-3);
  cursor: not-allowed;
}
ul.copies b {
  font: 600 13px/18px var(--font-text);
}
ul.copies .note {
  text-align: right;
}
@media (max-width: 719px) {
  ul.copies button {
    height: 44px;
  }
  .small {
    height: 44px !important;
  }
}
</style>
