<script setup lang="ts">
import { mdiClose, mdiEyedropper } from '@mdi/js'
import { computed } from 'vue'
import KgColour from './KgColour.vue'

/** An ink with what it is worth under white and red light. One that follows another can be given a colour of its own. */
const props = defineProps<{
  label: string
  /** Colour of what it follows; absent for inks that are always their own. */
  follows?: string
  white?: number | undefined
  red?: number | undefined
}>()
const colour = defineModel<string | undefined>({ required: true })
const own = computed({ get: () => colour.value ?? '', set: (value) => (colour.value = value) })

interface EyeDropper {
  open(): Promise<{ sRGBHex: string }>
}
const Dropper = (window as unknown as { EyeDropper?: new () => EyeDropper }).EyeDropper
async function pick(): Promise<void> {
  try {
    colour.value = (await new Dropper!().open()).sRGBHex.toUpperCase()
  } catch {
    // Escape was pressed: nothing was picked.
  }
}
const worth = (value: number): string => (value >= 3 ? 'holds' : value >= 1.5 ? 'marginal' : 'fails')
</script>

<template>
  <div class="ink">
    <KgColour v-if="colour !== undefined" v-model="own" :label="label" class="pick" />
    <div v-else class="as">
      <span class="label">{{ label }}</span>
      <button
        type="button"
        class="follow"
        :aria-label="`${label}, as modules: give them an ink of their own`"
        @click="colour = props.follows ?? '#000000'"
      >
        <i :style="{ background: follows }" />as modules
      </button>
    </div>
    <span class="ratio fig" :class="white === undefined ? '' : worth(white)" title="Contrast in white light">{{
      white === undefined ? '–' : white.toFixed(1)
    }}</span>
    <span class="ratio fig" :class="red === undefined ? '' : worth(red)" title="Contrast in red light of 660 nm">{{
      red === undefined ? '–' : red.toFixed(1)
    }}</span>
    <v-btn
      v-if="follows !== undefined && colour !== undefined"
      class="bare icon tiny"
      :aria-label="`${label} as the modules`"
      title="As the modules"
      @click="colour = undefined"
      ><v-icon :icon="mdiClose"
    /></v-btn>
    <v-btn
      v-else-if="Dropper && colour !== undefined"
      class="bare icon tiny"
      :aria-label="`Take ${label.toLowerCase()} from the screen`"
      title="Take a colour from the screen"
      @click="pick"
      ><v-icon :icon="mdiEyedropper"
    /></v-btn>
  </div>
</template>

<style scoped>
.ink {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 34px 34px 26px;
  gap: 4px;
  align-items: start;
}
.pick {
  grid-template-columns: 54px minmax(0, 1fr) !important;
  gap: 4px !important;
}
.as {
  display: grid;
  grid-template-columns: 54px minmax(0, 1fr);
  gap: 4px;
  align-items: center;
}
.follow {
  display: flex;
  align-items: center;
  gap: 8px;
  height: 32px;
  padding: 0 7px;
  border: 1px dashed var(--edge);
  border-radius: var(--r);
  background: none;
  font: var(--t-note);
  color: var(--ink-2);
  white-space: nowrap;
  overflow: hidden;
}
.pick :deep(.v-field) {
  --v-field-padding-start: 6px;
  --v-field-padding-end: 4px;
}
.pick :deep(.v-field__prepend-inner) {
  padding-inline-end: 0;
}
.follow i {
  width: 18px;
  height: 18px;
  border: 1px solid var(--edge);
  border-radius: var(--r);
  flex: none;
}
.ratio {
  text-align: right;
  padding-top: 7px;
  color: var(--ink-3);
}
.ratio.holds {
  color: var(--ink);
}
.ratio.marginal {
  color: var(--marg);
  font-weight: 600;
}
.ratio.fails {
  color: var(--fail);
  font-weight: 600;
}
.tiny {
  width: 26px !important;
  min-width: 26px !important;
  height: 26px !important;
  margin-top: 3px;
}
</style>
