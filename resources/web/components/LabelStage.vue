<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { dragged, type Edge, type Layout, nameOf, type Part, STEP } from '@/lib/label'

/** A label under rulers: its parts are moved, sized and stepped with the keyboard, and what is drawn is what the server draws. */
const props = defineProps<{ layout: Layout; picture: string; snaps: boolean }>()
const chosen = defineModel<number>({ required: true })
/** While a part is dragged it changes many times; `done` says that the hand let go. */
const emit = defineEmits<{ change: [index: number, part: Part, done: boolean]; remove: [index: number] }>()
const RULER = 20
const stage = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(stage)
const scale = computed(() =>
  Math.max(
    1.5,
    Math.min((width.value - RULER - 76) / props.layout.width, (height.value - RULER - 76) / props.layout.height),
  ),
)
const left = computed(() => Math.round(RULER + (width.value - RULER - props.layout.width * scale.value) / 2))
const top = computed(() => Math.round(RULER + (height.value - RULER - props.layout.height * scale.value) / 2))
const X = (mm: number): number => Math.round((left.value + mm * scale.value) * 100) / 100
const Y = (mm: number): number => Math.round((top.value + mm * scale.value) * 100) / 100
const bleed = computed(() => props.layout.bleed ?? 0)
const parts = computed(() => props.layout.parts as Part[])
const current = computed(() => parts.value[chosen.value])
const CORNERS = ['nw', 'ne', 'se', 'sw'] as const
const corner = (part: Part, edge: Edge): [number, number] => [
  X(edge.includes('w') ? part.x : part.x + part.width),
  Y(edge.includes('n') ? part.y : part.y + part.height),
]
const met = ref<{ x: number | null; y: number | null }>({ x: null, y: null })
let held: { index: number; edge: Edge; x: number; y: number; from: Layout } | null = null
function hold(event: PointerEvent, index: number, edge: Edge): void {
  chosen.value = index
  held = { index, edge, x: event.clientX, y: event.clientY, from: props.layout }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent, done: boolean): void {
  if (!held) return
  const { part, lines } = dragged(
    held.from,
    held.index,
    held.edge,
    (event.clientX - held.x) / scale.value,
    (event.clientY - held.y) / scale.value,
    props.snaps && !event.altKey,
  )
  met.value = done ? { x: null, y: null } : lines
  emit('change', held.index, part, done)
  if (done) held = null
}
function step(event: KeyboardEvent, index: number): void {
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault()
    return void emit('remove', index)
  }
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
  if (!by) return
  event.preventDefault()
  const size = event.altKey ? 0.1 : STEP
  const { part } = dragged(props.layout, index, event.shiftKey ? 'se' : 'move', by[0]! * size, by[1]! * size, false)
  emit('change', index, part, true)
}
/** Ticks of a ruler in millimetres, from its beginning to its end in pixels. */
function ticks(from: number, length: number): { at: number; long: number; text: string }[] {
  const list = []
  for (let mm = Math.ceil((RULER - from) / scale.value); from + mm * scale.value < length; mm++) {
    if (scale.value < 4 && mm % 5 !== 0) continue
    list.push({
      at: Math.round(from + mm * scale.value) + 0.5,
      long: mm % 10 === 0 ? 9 : mm % 5 === 0 ? 6 : 3,
      text: mm % (scale.value < 4 ? 20 : scale.value < 9 ? 10 : 5) === 0 ? String(mm) : '',
    })
  }
  return list
}
const across = computed(() => ticks(left.value, width.value))
const down = computed(() => ticks(top.value, height.value))
/** How the chosen part lies: from the label's edges and how wide and high it is. */
const dimensions = computed(() => {
  const part = current.value
  if (!part) return []
  const y = top.value - 12
  const x = left.value + props.layout.width * scale.value + 12
  return [
    {
      d: `M${X(0)} ${y - 4}v8M${X(part.x)} ${y - 4}v8M${X(0)} ${y}H${X(part.x)}`,
      x: X(part.x / 2),
      y: y - 5,
      text: part.x,
      wide: part.x * scale.value,
    },
    {
      d: `M${X(part.x)} ${y - 4}v8M${X(part.x + part.width)} ${y - 4}v8M${X(part.x)} ${y}H${X(part.x + part.width)}`,
      x: X(part.x + part.width / 2),
      y: y - 5,
      text: part.width,
      wide: part.width * scale.value,
    },
    {
      d: `M${x - 4} ${Y(part.y)}h8M${x - 4} ${Y(part.y + part.height)}h8M${x} ${Y(part.y)}V${Y(part.y + part.height)}`,
      x: x + 7,
      y: Y(part.y + part.height / 2) + 4,
      text: part.height,
      wide: 99,
      side: true,
    },
  ].filter((one) => one.wide > 22)
})
</script>

<template>
  <div ref="stage" class="stage">
    <svg v-if="width > 0" :width="width" :height="height" role="group" aria-label="The label, with its parts">
      <defs>
        <pattern id="bleed" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v5" class="hatch" />
        </pattern>
      </defs>
      <rect
        v-if="bleed > 0"
        :x="X(-bleed)"
        :y="Y(-bleed)"
        :width="(layout.width + 2 * bleed) * scale"
        :height="(layout.height + 2 * bleed) * scale"
        :fill="layout.ground ?? '#FFFFFF'"
      />
      <rect
        v-if="bleed > 0"
        :x="X(-bleed)"
        :y="Y(-bleed)"
        :width="(layout.width + 2 * bleed) * scale"
        :height="(layout.height + 2 * bleed) * scale"
        fill="url(#bleed)"
      />
      <rect
        class="ground"
        :x="X(0)"
        :y="Y(0)"
        :width="layout.width * scale"
        :height="layout.height * scale"
        :fill="layout.ground ?? '#FFFFFF'"
      />
      <image
        v-if="picture"
        :href="picture"
        :x="X(0)"
        :y="Y(0)"
        :width="layout.width * scale"
        :height="layout.height * scale"
        preserveAspectRatio="none"
      />
      <rect class="cut" :x="X(0)" :y="Y(0)" :width="layout.width * scale" :height="layout.height * scale" />
      <rect
        class="safe"
        :x="X(1.5)"
        :y="Y(1.5)"
        :width="Math.max(0, (layout.width - 3) * scale)"
        :height="Math.max(0, (layout.height - 3) * scale)"
      />
      <path v-if="met.x !== null" class="met" :d="`M${X(met.x)} ${RULER}V${height}`" />
      <path v-if="met.y !== null" class="met" :d="`M${RULER} ${Y(met.y)}H${width}`" />
      <g
        v-for="(part, i) in parts"
        :key="i"
        class="part"
        :class="{ on: i === chosen }"
        tabindex="0"
        role="button"
        :aria-label="`${nameOf(part)}, ${part.width} by ${part.height} mm, at ${part.x} and ${part.y}`"
        :aria-pressed="i === chosen"
        @focus="chosen = i"
        @keydown="step($event, i)"
        @pointerdown="hold($event, i, 'move')"
        @pointermove="drag($event, false)"
        @pointerup="drag($event, true)"
      >
        <rect
          class="grab"
          :x="X(part.x)"
          :y="Y(part.y) - (part.height * scale < 8 ? 4 : 0)"
          :width="part.width * scale"
          :height="Math.max(8, part.height * scale)"
        />
        <rect class="box" :x="X(part.x)" :y="Y(part.y)" :width="part.width * scale" :height="part.height * scale" />
      </g>
      <template v-if="current">
        <rect
          v-for="edge in CORNERS"
          :key="edge"
          class="corner"
          :class="edge"
          :x="corner(current, edge)[0] - 4"
          :y="corner(current, edge)[1] - 4"
          width="8"
          height="8"
          @pointerdown.stop="hold($event, chosen, edge)"
          @pointermove="drag($event, false)"
          @pointerup="drag($event, true)"
        />
      </template>
      <g class="dim" aria-hidden="true">
        <template v-for="(one, i) in dimensions" :key="i">
          <path :d="one.d" />
          <text :x="one.x" :y="one.y" :text-anchor="one.side ? 'start' : 'middle'">
            {{ one.text.toFixed(2) }}
          </text>
        </template>
      </g>
      <g class="rulers" aria-hidden="true">
        <rect class="ruler" :width="width" :height="RULER" />
        <rect class="ruler" :width="RULER" :height="height" />
        <rect class="span" :x="left" :width="layout.width * scale" :height="RULER" />
        <rect class="span" :y="top" :width="RULER" :height="layout.height * scale" />
        <template v-if="current">
          <rect class="mine" :x="X(current.x)" :y="RULER - 3" :width="current.width * scale" height="3" />
          <rect class="mine" :x="RULER - 3" :y="Y(current.y)" width="3" :height="current.height * scale" />
        </template>
        <template v-for="one in across" :key="`x${one.at}`">
          <path class="tick" :d="`M${one.at} ${RULER}v${-one.long}`" />
          <text v-if="one.text" :x="one.at + 3" y="9">{{ one.text }}</text>
        </template>
        <template v-for="one in down" :key="`y${one.at}`">
          <path class="tick" :d="`M${RULER} ${one.at}h${-one.long}`" />
          <text v-if="one.text" :transform="`translate(9 ${one.at - 3}) rotate(-90)`">{{ one.text }}</text>
        </template>
        <rect class="ruler" :width="RULER" :height="RULER" />
        <text x="3" y="13">mm</text>
        <path class="edge" :d="`M0 ${RULER + 0.5}H${width}M${RULER + 0.5} 0V${height}`" />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.stage {
  position: relative;
  min-height: 0;
  background: var(--bench);
  overflow: hidden;
}
svg {
  position: absolute;
  inset: 0;
  touch-action: none;
}
.hatch {
  stroke: #c9be9e;
  stroke-width: 1.5;
}
.ground {
  filter: drop-shadow(0 1px 1px rgba(20, 32, 28, 0.18)) drop-shadow(0 8px 14px rgba(20, 32, 28, 0.13));
}
.cut {
  fill: none;
  stroke: #14201c;
}
.safe {
  fill: none;
  stroke: #78847e;
  stroke-dasharray: 5 3;
}
.met {
  stroke: #a90d5a;
  stroke-dasharray: 1 3;
}
.part {
  cursor: move;
  outline: none;
}
.grab {
  fill: transparent;
}
.box {
  fill: none;
  stroke: #78847e;
  stroke-dasharray: 1 2;
  pointer-events: none;
}
.part:hover .box,
.part.on .box {
  stroke: #a90d5a;
  stroke-dasharray: none;
}
.part:focus-visible .box {
  stroke-width: 2;
}
.corner {
  fill: #fff;
  stroke: #a90d5a;
}
.nw,
.se {
  cursor: nwse-resize;
}
.ne,
.sw {
  cursor: nesw-resize;
}
.dim path {
  stroke: var(--ink-3);
  fill: none;
}
text {
  font: var(--t-tick);
  fill: var(--ink-2);
}
.ruler {
  fill: var(--paper);
}
.span {
  fill: var(--sheet);
}
.mine {
  fill: var(--accent);
}
.tick,
.edge {
  stroke: var(--ink-3);
  fill: none;
}
</style>
