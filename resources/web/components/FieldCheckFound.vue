<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import * as limits from '@/api/limits'
import type { FieldCheck } from '@/composables/useFieldCheck'
import KgVerdict from './KgVerdict.vue'

/** What a tester's picture came to: the picture, the verdict, how far it was from failing, and sending it. */
const props = defineProps<{
  found: Schemas['FieldReading']
  /** Address of the picture that was taken; '' where there is none. */
  photo: string
  task: Schemas['FieldTask']
  check: FieldCheck
}>()
defineEmits<{ again: [] }>()
const device = defineModel<string>('device', { required: true })
const { tries, isBusy, problem, headline } = props.check
const points = (corners: number[][]): string => corners.map((one) => one.join(',')).join(' ')
const say = computed(() =>
  props.found.outcome === 'read'
    ? 'It says what was printed, to the byte.'
    : props.found.outcome === 'other'
      ? 'It does not say what was printed. Look whether it is the label that is shown above.'
      : props.found.hint,
)
</script>

<template>
  <figure v-if="photo" class="seen">
    <img :src="photo" alt="What was taken" />
    <svg v-if="found.corners.length" :viewBox="`0 0 ${found.width} ${found.height}`" aria-hidden="true">
      <polygon
        :points="points(found.corners)"
        fill="none"
        stroke="#14201C"
        :stroke-width="found.width / 70"
        opacity=".5"
      />
      <polygon :points="points(found.corners)" fill="none" stroke="#FF83B8" :stroke-width="found.width / 130" />
    </svg>
  </figure>
  <section class="res" role="status">
    <KgVerdict :verdict="found.outcome === 'read' ? 'holds' : 'fails'" />
    <h1>{{ headline }}</h1>
    <span class="fig">try {{ tries }}</span>
    <p class="note">{{ say }}</p>
  </section>
  <ul v-if="found.figures.length" class="figures" aria-label="Margins">
    <li v-for="one in found.figures" :key="one.id">
      <span><KgVerdict :verdict="one.verdict" /> {{ one.label }}</span>
      <span class="fig">{{ one.figure }}</span><span class="fig need">{{ one.need }}</span>
      <span class="bar" aria-hidden="true"><i :style="{ width: `${Math.min(100, 50 * one.ratio)}%` }" /></span>
    </li>
  </ul>
  <form class="who" @submit.prevent="check.send(device)">
    <label for="device">Which device is this?</label>
    <input
      id="device"
      v-model="device"
      :maxlength="limits.FieldResultInput.device.maxLength"
      autocomplete="off"
      required
    />
    <div v-if="task.devices.length" class="named">
      <button v-for="one in task.devices" :key="one" type="button" class="btn" @click="device = one">
        {{ one }}
      </button>
    </div>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p class="note">
      What goes back: the time, the verdict, these figures, this name, and a small grey cut-out of the code.
    </p>
    <div class="pair">
      <button type="button" class="btn" @click="$emit('again')">Try again</button>
      <button type="submit" class="btn main" :disabled="isBusy || device.trim() === ''">Done, send it</button>
    </div>
  </form>
</template>

<style>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.seen {
  margin: 0;
  position: relative;
  max-height: 40vh;
  overflow: hidden;
  display: grid;
  background: #0d1311;
}
.seen img,
.seen svg {
  grid-area: 1 / 1;
  width: 100%;
  height: 40vh;
  object-fit: contain;
}
.res p {
  grid-column: 2 / -1;
}
.figures {
  list-style: none;
  margin: 0;
  padding: 0;
}
.figures li {
  display: grid;
  grid-template-columns: 1fr 64px 60px 72px;
  gap: 8px;
  align-items: center;
  min-height: 33px;
  padding: 0 12px;
  border-bottom: 1px solid var(--rule);
}
.figures .fig {
  text-align: right;
}
.need {
  color: var(--ink-3);
}
.bar {
  height: 9px;
  background: linear-gradient(var(--rule), var(--rule)) 0 100% / 100% 1px no-repeat;
}
.bar i {
  display: block;
  height: 6px;
  background: var(--ink-2);
}
.named {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.named .btn {
  font-weight: 400;
}
</style>
