<script setup lang="ts">
import { computed } from 'vue'
import { type BenchProof, figure } from '@/lib/proof'
import KgVerdict from './KgVerdict.vue'

/** What the bench's hint is worth: one picture a device, read with and without being told where the symbol lies. */
const props = defineProps<{ proof: BenchProof }>()
const label = (id: string): string => props.proof.devices.find((one) => one.id === id)?.label ?? id
const rows = computed(() =>
  props.proof.blind.map((one) => {
    const condition = props.proof.conditions.find((other) => other.id === one.condition)
    return {
      ...one,
      name: `${label(one.device)}, ${condition?.label.toLowerCase() ?? ''} ${figure(one.figure, condition?.unit ?? '')}`,
    }
  }),
)
const differ = computed(() => rows.value.filter((one) => one.told !== one.blind))
</script>

<template>
  <div class="head"><h2 class="grow">Read without being told where</h2></div>
  <div class="blind note">
    <p>
      The bench tells the reader where the symbol lies. Of {{ rows.length }} pictures, one a device at its margin,
      {{ rows.filter((one) => one.told).length }} were read so, and {{ rows.filter((one) => one.blind).length }} when it
      had to be found first.
    </p>
    <ul>
      <li v-for="one in differ" :key="one.device" class="row">
        <KgVerdict :verdict="one.blind ? 'holds' : 'marginal'" />{{ one.name }}:
        {{ one.told ? 'read with the hint alone' : 'read without it alone' }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  padding: 8px 16px 4px;
}
.blind {
  padding: 0 16px;
  display: grid;
  gap: 3px;
}
</style>
