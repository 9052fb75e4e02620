<script setup lang="ts">
import { computed } from 'vue'
import type { ShapeOption } from '@/composables/useFinishes'

/** Shapes as tiles cut from real modules; a crossed mark on one that costs readers. Arrow keys move within. */
const props = defineProps<{ label: string; options: ShapeOption[] }>()
const chosen = defineModel<string>({ required: true })
const current = computed(() => props.options.find((option) => option.value === chosen.value))

function move(event: KeyboardEvent, step: number): void {
  const index = props.options.findIndex((option) => option.value === chosen.value)
  const next = (index + step + props.options.length) % props.options.length
  chosen.value = props.options[next]!.value
  ;(event.currentTarget as HTMLElement).querySelectorAll('button')[next]?.focus()
}
</script>

<template>
  <div class="tiles">
    <p class="of">
      <span class="label">{{ label }}</span><b>{{ current?.label ?? '' }}</b>
    </p>
    <div
      class="set"
      role="radiogroup"
      :aria-label="label"
      @keydown.right.prevent="move($event, 1)"
      @keydown.left.prevent="move($event, -1)"
      @keydown.down.prevent="move($event, 1)"
      @keydown.up.prevent="move($event, -1)"
    >
      <button
        v-for="option in options"
        :key="option.value"
        type="button"
        role="radio"
        :aria-checked="option.value === chosen"
        :aria-label="option.drawback ? `${option.label}, with a drawback` : option.label"
        :tabindex="option.value === chosen ? 0 : -1"
        :title="`${option.label}: ${option.note}${option.drawback ? `. ${option.drawback}` : ''}`"
        @click="chosen = option.value"
      >
        <svg :viewBox="`0 0 ${option.box} ${option.box}`" aria-hidden="true"><path :d="option.path" /></svg>
        <svg v-if="option.drawback" class="drawback" viewBox="0 0 10 10" aria-hidden="true">
          <path d="M.5.5h9v9h-9zM.5.5l9 9M9.5.5l-9 9" />
        </svg>
      </button>
    </div>
    <p v-if="current?.drawback" class="note cost">{{ current.label }}: {{ current.drawback }}.</p>
  </div>
</template>

<style scoped>
.tiles {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr);
  gap: 2px 8px;
  align-items: start;
}
.of {
  padding-top: 3px;
}
.of b {
  display: block;
  font: 600 12.5px/17px var(--font-text);
}
.set {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
button {
  position: relative;
  width: 31px;
  height: 31px;
  padding: 4px;
  border: 1px solid var(--rule);
  border-radius: var(--r);
  background: var(--sheet);
  color: var(--ink);
}
button:hover {
  border-color: var(--edge);
}
button[aria-checked='true'] {
  border-color: var(--accent);
  box-shadow: inset 0 0 0 1px var(--accent);
}
svg {
  display: block;
  width: 100%;
  height: 100%;
  fill: currentcolor;
}
.drawback {
  position: absolute;
  top: -4px;
  right: -4px;
  width: 11px;
  height: 11px;
  fill: var(--paper);
  stroke: var(--fail);
  stroke-width: 1.2;
}
.cost {
  grid-column: 2;
}
@media (max-width: 719px) {
  button {
    width: 44px;
    height: 44px;
    padding: 8px;
  }
}
</style>
