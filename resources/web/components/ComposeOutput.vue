<script setup lang="ts">
import { mdiCodeTags, mdiConsole, mdiImageOutline, mdiXml } from '@mdi/js'
import { computed } from 'vue'
import type { Drawing } from '@/api/client'
import type { Composition } from '@/composables/useComposition'
import { grouped } from '@/lib/bytes'
import KgNumber from './KgNumber.vue'
import KgSlide from './KgSlide.vue'
import KgVerdict from './KgVerdict.vue'

/** How large it is and how it leaves: size, files and copies. */
const props = defineProps<{ drawing: Drawing | null }>()
const fields = defineModel<Composition>('fields', { required: true })
const emit = defineEmits<{ download: [format: 'svg' | 'png']; copy: [what: 'picture' | 'svg' | 'img' | 'curl'] }>()

const size = computed(() => props.drawing?.ledger?.find((line) => line.check === 'size'))
const stem = computed(() => props.drawing?.picture.file_name.replace(/\.svg$/, '') ?? '')

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
      <div class="row">
        <h2 class="grow">Size</h2>
        <KgSlide
          v-model="fields.sizeMode"
          label="Size by"
          :options="[
            { value: 'module', label: 'Module' },
            { value: 'side', label: 'Whole side' },
          ]"
        />
      </div>
      <KgNumber
        v-if="fields.sizeMode === 'module'"
        v-model="fields.modulePx"
        label="Module"
        unit="px"
        :min="1"
        :max="256"
      />
      <KgNumber v-else v-model="fields.sizePx" label="Whole side" unit="px" :min="21" :max="8192" />
      <template v-if="drawing">
        <p class="cost">
          <KgVerdict v-if="size" :verdict="size.verdict" /><span class="grow"
            >{{ grouped(drawing.picture.side_px) }} × {{ grouped(drawing.picture.side_px) }} px</span
          ><span class="fig">{{ drawing.picture.module_px }} px a module</span>
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
          <tr>
            <td class="fig">SVG</td>
            <td class="note">pages and print, any size</td>
            <td class="num">
              <v-btn class="small" :disabled="!drawing" @click="emit('download', 'svg')">Save SVG</v-btn>
            </td>
          </tr>
          <tr>
            <td class="fig">PNG</td>
            <td class="note">this size, whole pixels</td>
            <td class="num">
              <v-btn class="small" :disabled="!drawing" @click="emit('download', 'png')">Save PNG</v-btn>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="drawing" class="file code">{{ stem }}</p>
    </section>
    <section class="block">
      <h2>Copies</h2>
      <ul>
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
li button {
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
li button:hover:not(:disabled) {
  background: var(--bench);
}
li button:disabled {
  color: var(--ink-3);
  cursor: not-allowed;
}
li b {
  font: 600 13px/18px var(--font-text);
}
li .note {
  text-align: right;
}
@media (max-width: 719px) {
  li button {
    height: 44px;
  }
  .small {
    height: 44px !important;
  }
}
</style>
