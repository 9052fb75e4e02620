<script setup lang="ts">
import * as limits from '@/api/limits'
import type { FieldCheck } from '@/composables/useFieldCheck'

/** What a scanner of the tester's own made of the print, told by hand. */
const props = defineProps<{ check: FieldCheck }>()
const device = defineModel<string>({ required: true })
const { isBusy } = props.check
</script>

<template>
  <form class="who" @submit.prevent>
    <label for="hand">Which scanner did you use?</label>
    <input
      id="hand"
      v-model="device"
      :maxlength="limits.FieldResultInput.device.maxLength"
      autocomplete="off"
      required
    />
    <div class="three">
      <button type="button" class="btn" :disabled="isBusy || device.trim() === ''" @click="check.log(device, 'read')">
        It read it
      </button>
      <button type="button" class="btn" :disabled="isBusy || device.trim() === ''" @click="check.log(device, 'unread')">
        It did not
      </button>
      <button type="button" class="btn" :disabled="isBusy || device.trim() === ''" @click="check.log(device, 'other')">
        Something else
      </button>
    </div>
  </form>
</template>

<style>
.three {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
}
</style>
