<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Drawing } from '@/api/client'
import type { BarsPicture } from '@/composables/useBars'
import { svgDataUri } from '@/lib/snippets'

/** The picture on the bench, between rulers in its own pixels. */
const props = defineProps<{
  drawing: Drawing | null
  zoom: 'fit' | 'true'
  stale: boolean
  /** Bars that stand beneath the symbol, a picture of their own. */
  bars?: BarsPicture | null
}>()
const GAP = 14
const RULER = 20
const stage = ref<HTMLElement>()
const { width, height } = useElementSize(stage)

/** Room for the bars at two screen pixels a module, their own printing size aside. */
const barsHeight = computed(() => (props.bars ? props.bars.height + GAP : 0))

const side = computed(() => props.drawing?.picture.side_px ?? 0)
const scale = computed(() => {
  if (props.zoom === 'true' || side.value === 0) return 1
  const room = Math.min(width.value - RULER - 48, height.value - RULER - 72 - barsHeight.value)
  const exact = Math.max(0.05, room / side.value)
  // Enlarged only so far that a module keeps a whole number of screen pixels.
  const modulePx = props.drawing?.picture.module_px ?? 1
  return exact >= 1 ? Math.min(8, Math.floor(exact * modulePx) / modulePx) : exact
})
const shown = computed(() => Math.round(side.value * scale.value))
const left = computed(() => Math.max(RULER + 16, Math.round(RULER + (width.value - RULER - shown.value) / 2)))
const top = computed(() =>
  Math.max(RULER + 44, Math.round(RULER + (height.value - RULER - shown.value - barsHeight.value) / 2 + 8)),
)
const source = computed(() => (props.drawing?.picture.svg ? svgDataUri(props.drawing.picture.svg) : undefined))

/** Ruler ticks in picture pixels: a label at every step, four short ticks between. */
const ticks = computed(() => {
  const steps = [10, 20, 50, 100, 200, 500, 1000, 2000]
  const step = steps.find((s) => s * scale.value >= 44) ?? 2000
  const make = (origin: number, length: number) => {
    const found = []
    const small = step / 5
    for (let i = Math.ceil((RULER - origin) / scale.value / small); origin + i * small * scale.value < length; i++) {
      found.push({
        at: Math.round(origin + i * small * scale.value) + 0.5,
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
  const across = d.symbol.modules + 2 * d.picture.quiet
  return Number.isInteger(across)
    ? `${side.value} px = ${across} × ${d.picture.module_px}`
    : `${side.value} px, ${d.picture.module_px} px a module`
})
const inkBox = computed(() => {
  const d = props.drawing
  if (!d) return null
  return {
    at: left.value + d.picture.before_px * scale.value,
    up: top.value + d.picture.before_px * scale.value,
    size: d.symbol.modules * d.picture.module_px * scale.value,
  }
})
</script>

<template>
  <div ref="stage" class="stage" :class="{ scroll: zoom === 'true' }">
    <template v-if="drawing">
      <svg class="over" aria-hidden="true">
        <rect class="ruler" :width="width" :height="RULER" />
        <rect class="ruler" :width="RULER" :height="height" />
        <rect class="span" :x="left" y="0" :width="shown" :height="RULER" />
        <rect class="span" x="0" :y="top" :width="RULER" :height="shown" />
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
        <text class="tn" x="4" y="13">px</text>
        <path class="edge" :d="`M0 ${RULER + 0.5}H${width}M${RULER + 0.5} 0V${height}`" />
      </svg>
      <img
        class="picture"
        :class="{ stale, smooth: scale * drawing.picture.module_px < 1.5 }"
        :src="source"
        :alt="drawing.picture.title"
        :style="{ left: `${left}px`, top: `${top}px`, width: `${shown}px`, height: `${shown}px` }"
      />
      <img
        v-if="bars"
        class="picture bars"
        :src="bars.source"
        :alt="bars.title"
        :style="{
          left: `${Math.round(left + shown / 2 - bars.width / 2)}px`,
          top: `${top + shown + GAP}px`,
          width: `${bars.width}px`,
          height: `${bars.height}px`,
        }"
      />
      <svg v-if="inkBox" class="over" aria-hidden="true">
        <path
          class="crop"
          :d="`M${left - 14} ${top + 0.5}h9M${left + 0.5} ${top - 14}v9M${left + shown + 5} ${top + 0.5}h9M${left + shown - 0.5} ${top - 14}v9M${left - 14} ${top + shown - 0.5}h9M${left + 0.5} ${top + shown + 5}v9M${left + shown + 5} ${top + shown - 0.5}h9M${left + shown - 0.5} ${top + shown + 5}v9`"
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
