<script setup lang="ts">
import { useElementSize, useStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Drawing } from '@/api/client'
import type { Bars } from '@/composables/useBars'
import { svgDataUri } from '@/lib/snippets'
import KgOverlay, { type OverlayKind } from './KgOverlay.vue'

/** The picture on the bench, between rulers in its own pixels or in millimetres. */
const props = defineProps<{
  drawing: Drawing | null
  zoom: 'fit' | 'true' | 'size'
  stale: boolean
  overlay: OverlayKind
  /** Whether lengths are what counts, so that rulers show millimetres. */
  inMm: boolean
  /** Bars that stand beneath the symbol, a picture of their own. */
  bars?: Bars | null
}>()
const GAP = 14
const RULER = 20
/** Width of a bank card (ISO/IEC 7810 ID-1), which everybody has at hand. */
const CARD_MM = 85.6
const stage = ref<HTMLElement>()
const { width, height: whole } = useElementSize(stage)
/** What a legend takes off the foot of the stage. */
const legend = ref(0)
const height = computed(() => whole.value - legend.value)
/** Screen pixels a millimetre, as somebody held a card to the screen; 96 to the inch until then. */
const pxPerMm = useStorage('kg-px-per-mm', 96 / 25.4)

/** Room for the bars at two screen pixels a module, their own printing size aside. */
const barsHeight = computed(() => (props.bars ? props.bars.height + GAP : 0))

const side = computed(() => props.drawing?.picture.side_px ?? 0)
const tall = computed(() => props.drawing?.picture.height_px ?? 0)
const dotMm = computed(() => (props.drawing ? props.drawing.picture.side_mm / props.drawing.picture.side_px : 1))
const scale = computed(() => {
  if (props.zoom === 'true' || side.value === 0) return 1
  if (props.zoom === 'size') return dotMm.value * pxPerMm.value
  const across = (width.value - RULER - 48) / side.value
  const down = (height.value - RULER - 72 - barsHeight.value) / tall.value
  const exact = Math.max(0.02, Math.min(across, down))
  // Enlarged only so far that a module keeps a whole number of screen pixels.
  const modulePx = props.drawing?.picture.module_px ?? 1
  return exact >= 1 ? Math.min(8, Math.floor(exact * modulePx) / modulePx) : exact
})
const shown = computed(() => Math.round(side.value * scale.value))
const shownTall = computed(() => Math.round(tall.value * scale.value))
const left = computed(() => Math.max(RULER + 16, Math.round(RULER + (width.value - RULER - shown.value) / 2)))
const top = computed(() =>
  Math.max(RULER + 44, Math.round(RULER + (height.value - RULER - shownTall.value - barsHeight.value) / 2 + 8)),
)
const source = computed(() => (props.drawing?.picture.svg ? svgDataUri(props.drawing.picture.svg) : undefined))

const isMm = computed(() => props.inMm || props.zoom === 'size')
/** Ruler ticks in picture pixels or millimetres: a label at every step, four short ticks between. */
const ticks = computed(() => {
  const unit = isMm.value ? scale.value / dotMm.value : scale.value
  const steps = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000]
  const step = steps.find((s) => s * unit >= 44) ?? 5000
  const make = (origin: number, length: number) => {
    const found = []
    const small = step / 5
    for (let i = Math.ceil((RULER - origin) / unit / small); origin + i * small * unit < length; i++) {
      found.push({
        at: Math.round(origin + i * small * unit) + 0.5,
        label: i % 5 === 0 ? String(Math.round(i * small)) : null,
      })
    }
    return found
  }
  return { across: make(left.value, width.value), down: make(top.value, height.value) }
})
const dimension = computed(() => {
  const d = props.drawing
  if (!d) return ''
  if (isMm.value) return `${d.picture.side_mm.toFixed(2)} mm, ${d.picture.module_px} dots a module`
  const across = d.symbol.modules + 2 * d.picture.quiet
  return Number.isInteger(across) && across * d.picture.module_px === side.value
    ? `${side.value} px = ${across} × ${d.picture.module_px}`
    : `${side.value} px, ${d.picture.module_px} px a module`
})
const symbolBox = computed(() => {
  const d = props.drawing
  if (!d) return null
  return {
    left: left.value + d.picture.before_px * scale.value,
    top: top.value + d.picture.above_px * scale.value,
    size: d.symbol.modules * d.picture.module_px * scale.value,
  }
})
</script>

<template>
  <div ref="stage" class="stage" :class="{ scroll: zoom !== 'fit' }">
    <template v-if="drawing">
      <svg class="over" aria-hidden="true">
        <rect class="ruler" :width="width" :height="RULER" />
        <rect class="ruler" :width="RULER" :height="height" />
        <rect class="span" :x="left" y="0" :width="shown" :height="RULER" />
        <rect class="span" x="0" :y="top" :width="RULER" :height="shownTall" />
        <g v-for="t in ticks.across" :key="`x${t.at}`">
          <path class="tick" :d="`M${t.at} ${RULER}v${t.label === null ? -4 : -9}`" />
          <text v-if="t.label !== null && t.at > 26" class="tn" :x="t.at + 3" y="9">{{ t.label }}</text>
        </g>
        <g v-for="t in ticks.down" :key="`y${t.at}`">
          <path class="tick" :d="`M${RULER} ${t.at}h${t.label === null ? -4 : -9}`" />
          <text v-if="t.label !== null && t.at > 34" class="tn" :transform="`translate(9 ${t.at - 3}) rotate(-90)`">
            {{ t.label }}
          </text>
        </g>
        <rect class="ruler" :width="RULER" :height="RULER" />
        <text class="tn" x="2" y="13">{{ isMm ? 'mm' : 'px' }}</text>
        <path class="edge" :d="`M0 ${RULER + 0.5}H${width}M${RULER + 0.5} 0V${height}`" />
        <!-- The linear red channel is what comes back of light of 660 nm. -->
        <filter id="kg-red" color-interpolation-filters="linearRGB">
          <feColorMatrix values="1 0 0 0 0  .22 0 0 0 0  .22 0 0 0 0  0 0 0 1 0" />
        </filter>
      </svg>
      <img
        class="picture"
        :class="{ stale, smooth: scale * drawing.picture.module_px < 1.5, red: overlay === 'red' }"
        :src="source"
        :alt="drawing.picture.title"
        :style="{ left: `${left}px`, top: `${top}px`, width: `${shown}px`, height: `${shownTall}px` }"
      />
      <img
        v-if="bars"
        class="picture bars"
        :src="bars.source"
        :alt="bars.title"
        :style="{
          left: `${Math.round(left + shown / 2 - bars.width / 2)}px`,
          top: `${top + shownTall + GAP}px`,
          width: `${bars.width}px`,
          height: `${bars.height}px`,
        }"
      />
      <KgOverlay v-if="symbolBox" v-model:taken="legend" :drawing="drawing" :kind="overlay" :box="symbolBox" />
      <svg class="over" aria-hidden="true">
        <path
          class="crop"
          :d="`M${left - 14} ${top + 0.5}h9M${left + 0.5} ${top - 14}v9M${left + shown + 5} ${top + 0.5}h9M${left + shown - 0.5} ${top - 14}v9M${left - 14} ${top + shownTall - 0.5}h9M${left + 0.5} ${top + shownTall + 5}v9M${left + shown + 5} ${top + shownTall - 0.5}h9M${left + shown - 0.5} ${top + shownTall + 5}v9`"
        />
        <path
          class="dim"
          :d="`M${left + 0.5} ${top - 25}v10M${left + shown - 0.5} ${top - 25}v10M${left} ${top - 20}h${shown}`"
        />
        <rect
          class="dimback"
          :x="left + shown / 2 - dimension.length * 3.8 - 6"
          :y="top - 28"
          :width="dimension.length * 7.6 + 12"
          height="16"
        />
        <text class="dimtext" :x="left + shown / 2" :y="top - 16" text-anchor="middle">{{ dimension }}</text>
      </svg>
      <div v-if="zoom === 'size'" class="card">
        <span class="line" :style="{ width: `${CARD_MM * pxPerMm}px` }"
          ><span>a bank card held here is {{ CARD_MM }} mm wide</span></span
        >
        <input
          v-model.number="pxPerMm"
          type="range"
          min="2"
          max="12"
          step="0.01"
          aria-label="Make the line as wide as a bank card"
        />
      </div>
    </template>
    <div v-else class="empty"><slot name="empty" /></div>
  </div>
</template>

<style scoped>
.stage {
  position: relative;
  overflow: hidden;
  min-height: 0;
  background: var(--bench);
}
.stage.scroll {
  overflow: auto;
}
.over {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  display: block;
  pointer-events: none;
}
.ruler {
  fill: var(--paper);
}
.span {
  fill: var(--sheet);
}
.tick {
  stroke: var(--ink-3);
  stroke-width: 1;
}
.tn {
  font: var(--t-tick);
  fill: var(--ink-3);
}
.edge {
  stroke: var(--rule);
  fill: none;
}
.picture {
  position: absolute;
  display: block;
  image-rendering: pixelated;
  box-shadow:
    0 1px 1px rgb(20 32 28 / 18%),
    0 8px 14px rgb(20 32 28 / 13%);
  transition: opacity var(--move);
}
.picture.smooth {
  image-rendering: auto;
}
.picture.red {
  filter: url('#kg-red');
}
.card {
  position: sticky;
  left: 36px;
  bottom: 12px;
  top: calc(100% - 52px);
  width: max-content;
  max-width: calc(100% - 60px);
  margin-left: 36px;
  display: grid;
  gap: 4px;
}
.card .line {
  display: block;
  border: solid var(--ink);
  border-width: 0 1px;
  text-align: center;
  background: linear-gradient(var(--ink), var(--ink)) center / 100% 1px no-repeat;
  font: 500 12px/18px var(--font-code);
  white-space: nowrap;
}
.card .line span {
  background: var(--bench);
  padding: 0 6px;
}
.card input {
  width: 240px;
  accent-color: var(--accent);
}
.picture.stale {
  opacity: 0.92;
}
.crop {
  stroke: var(--ink);
  fill: none;
}
.dim {
  stroke: var(--accent);
  stroke-width: 1.5;
  fill: none;
}
.dimback {
  fill: var(--bench);
}
.dimtext {
  font: 500 12px/1 var(--font-code);
  fill: var(--ink);
}
.empty {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  padding: 24px;
}
</style>
