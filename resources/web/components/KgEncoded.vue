<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'

/**
 * The encoded text, to be edited where it stands: a text box over the same text marked by the mode of each
 * segment. The marks are there when the drawing is of this very text; while it is older, only letters are.
 */
const props = defineProps<{ segments: Schemas['Segment'][]; texts: string[]; isOld: boolean; rows?: number }>()
const text = defineModel<string>({ required: true })
/** How the text is cut into segments. */
const modes = defineModel<Schemas['Modes']>('modes', { required: true })
const WAYS: Record<Schemas['Modes'], string> = {
  auto: 'fewest segments',
  mixed: 'fewest bits',
  numeric: 'all numeric',
  alphanumeric: 'all alphanumeric',
  byte: 'all byte',
  kanji: 'all kanji',
}

const NAMES: Record<Schemas['Segment']['mode'], string> = {
  numeric: 'numeric',
  alphanumeric: 'alphanumeric',
  byte: 'byte',
  kanji: 'kanji',
  eci: 'character set',
  fnc1_first: 'FNC1',
  fnc1_second: 'FNC1, second',
  structured_append: 'sequence',
}
const parts = computed(() => props.segments.map((segment, i) => ({ ...segment, text: props.texts[i] ?? '' })))
/** Line breaks are edited as one character; the standards' CR LF stands behind each. */
const edited = computed({
  get: () => text.value.replaceAll('\r\n', '\n'),
  set: (next) => (text.value = text.value.includes('\r\n') ? next.replaceAll('\n', '\r\n') : next),
})
const isSame = computed(() => !props.isOld && props.texts.join('') === text.value)
const legend = computed(() => {
  const sums = new Map<Schemas['Segment']['mode'], { chars: number; bits: number }>()
  for (const { mode, chars, bits } of props.segments) {
    const sum = sums.get(mode) ?? { chars: 0, bits: 0 }
    sums.set(mode, { chars: sum.chars + chars, bits: sum.bits + bits })
  }
  return [...sums].map(([mode, sum]) => ({ mode, name: NAMES[mode], ...sum }))
})

const box = ref<HTMLTextAreaElement>()
const mirror = ref<HTMLElement>()
function follow(): void {
  if (mirror.value && box.value) mirror.value.scrollTop = box.value.scrollTop
}
watch(text, follow, { flush: 'post' })
</script>

<template>
  <div>
    <div class="enc">
      <pre ref="mirror" class="marks" aria-hidden="true"><template v-if="isSame"><span
        v-for="(part, i) in parts"
        :key="i"
        :class="part.mode"
        >{{ part.text.replaceAll('\r\n', '\n') }}</span
      ></template><template v-else>{{ edited }}</template>{{ '\n' }}</pre>
      <textarea
        ref="box"
        v-model="edited"
        class="box"
        rows="1"
        spellcheck="false"
        autocapitalize="off"
        autocomplete="off"
        aria-label="Encoded text"
        @scroll="follow"
      />
    </div>
    <p class="keyline">
      <span
        v-for="entry in legend"
        :key="entry.mode"
        :class="entry.mode"
        data-test="segment"
        :title="`${entry.chars} characters in ${entry.bits} bits`"
        >{{ entry.name }} {{ entry.chars > 0 ? entry.chars : '' }}<small>{{ entry.bits }} bits</small></span
      >
      <label class="modes"
        >Modes
        <select v-model="modes" title="How the text is cut into segments">
          <option v-for="(name, way) in WAYS" :key="way" :value="way">{{ name }}</option>
        </select></label
      >
    </p>
  </div>
</template>

<style scoped>
.enc {
  display: grid;
  margin: 0 -4px;
}
.enc > * {
  grid-area: 1 / 1;
  margin: 0;
  padding: 1px 4px;
  font: 400 12.5px/21px var(--font-code);
  letter-spacing: 0;
  overflow-wrap: anywhere;
  white-space: pre-wrap;
  max-height: 107px;
  overflow: auto;
  scrollbar-gutter: stable;
  scrollbar-width: thin;
}
.box {
  border: 0;
  background: transparent;
  color: transparent;
  caret-color: var(--ink);
  resize: none;
  outline-offset: -1px;
}
.box::selection {
  background: color-mix(in srgb, var(--accent) 28%, transparent);
}
.enc:hover {
  background: var(--paper);
}
.marks {
  color: var(--ink);
}
.marks .numeric {
  color: var(--seg-num);
  box-shadow: inset 0 -2px var(--seg-num);
}
.marks .alphanumeric {
  color: var(--seg-aln);
  background: repeating-linear-gradient(90deg, var(--seg-aln) 0 5px, transparent 5px 8px) 0 100% / 100% 2px no-repeat;
}
.marks .byte {
  background: repeating-linear-gradient(90deg, var(--edge) 0 1px, transparent 1px 3px) 0 100% / 100% 1px no-repeat;
}
.marks .kanji {
  color: var(--accent);
  box-shadow: inset 0 -2px var(--accent);
}
.keyline {
  display: flex;
  flex-wrap: wrap;
  gap: 1px 12px;
  font: var(--t-note);
  color: var(--ink-2);
  margin-top: 4px;
}
.keyline small {
  margin-left: 6px;
  font: 400 11px/16px var(--font-code);
  color: var(--ink-3);
}
.modes {
  margin-left: auto;
}
.modes select {
  padding: 0 2px;
  border: 0;
  border-bottom: 1px solid var(--edge);
  background: transparent;
  color: var(--ink);
  font: var(--t-note);
}
.keyline span::before {
  content: '';
  display: inline-block;
  width: 14px;
  margin-right: 5px;
  vertical-align: 4px;
  border-bottom: 2px solid var(--ink-3);
}
.keyline .numeric::before {
  border-color: var(--seg-num);
}
.keyline .alphanumeric::before {
  border-bottom: 2px dashed var(--seg-aln);
}
.keyline .byte::before {
  border-bottom: 1px dotted var(--ink-3);
}
.keyline .kanji::before {
  border-color: var(--accent);
}
</style>
