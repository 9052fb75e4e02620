<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { ReadPicture } from '@/api/client'

/** The picture with the outline of every symbol that was read in it; the current one has crop marks. */
const props = defineProps<{ url: string; picture: ReadPicture | null; current: number }>()
const emit = defineEmits<{ choose: [index: number] }>()
const frame = ref<HTMLElement>()
const { width, height } = useElementSize(frame)

const scale = computed(() =>
  props.picture ? Math.min(width.value / props.picture.width, height.value / props.picture.height, 8) : 1,
)
const offset = computed(() =>
  props.picture
    ? [(width.value - props.picture.width * scale.value) / 2, (height.value - props.picture.height * scale.value) / 2]
    : [0, 0],
)
const outlines = computed(() =>
  (props.picture?.symbols ?? []).map((symbol) =>
    symbol.corners.map(([x, y]) => [offset.value[0]! + x! * scale.value, offset.value[1]! + y! * scale.value] as const),
  ),
)
const polygon = (corners: (readonly [number, number])[]): string =>
  corners.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')

/** Two short strokes at each corner, along its sides. */
function crop(corners: (readonly [number, number])[]): string {
  return corners
    .map(([x, y], i) => {
      const strokes = [corners[(i + 1) % 4]!, corners[(i + 3) % 4]!].map(([nx, ny]) => {
        const length = Math.hypot(nx - x, ny - y) || 1
        const part = Math.min(28, length / 4) / length
        return `M${x.toFixed(1)} ${y.toFixed(1)}L${(x + (nx - x) * part).toFixed(1)} ${(y + (ny - y) * part).toFixed(1)}`
      })
      return strokes.join('')
    })
    .join('')
}
</script>

<template>
  <div ref="frame" class="frame">
    <img :src="url" alt="The chosen picture" :class="{ crisp: scale >= 1.5 }" />
    <svg v-if="picture" class="over">
      <g
        v-for="(corners, i) in outlines"
        :key="i"
        role="button"
        :aria-label="`Symbol ${i + 1}`"
        @click="emit('choose', i)"
      >
        <polygon class="hit" :points="polygon(corners)" />
        <polygon class="line" :points="polygon(corners)" />
        <path v-if="i === current" class="crop" :d="crop(corners)" />
      </g>
    </svg>
    <span v-if="picture" class="hud" style="left: 8px; top: 8px">{{ picture.width }} × {{ picture.height }} px</span>
    <span v-if="picture && picture.symbols.length" class="hud" style="right: 8px; top: 8px"
      >read in {{ Math.ceil(picture.ms) }} ms</span
    >
  </div>
</template>

<style scoped>
.frame {
  position: absolute;
  inset: 0;
}
img {
  width: 100%;
  height: 100%;
  object-fit: contain;
  display: block;
}
.crisp {
  image-rendering: pixelated;
}
.over {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
/* on someone's picture the light theme's accent is used, whatever the theme */
.hit {
  fill: transparent;
  cursor: pointer;
}
.line {
  fill: none;
  stroke: #a90d5a;
  stroke-dasharray: 3 4;
  pointer-events: none;
}
.crop {
  fill: none;
  stroke: #a90d5a;
  stroke-width: 3;
  pointer-events: none;
}
.hud {
  position: absolute;
  background: rgb(13 19 17 / 86%);
  color: #e9eeea;
  font: var(--t-fig);
  padding: 2px 7px;
}
</style>
