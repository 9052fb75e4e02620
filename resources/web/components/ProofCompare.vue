<script setup lang="ts">
import { computed } from 'vue'
import { type BenchProof, marginWords, NOISE, paired } from '@/lib/proof'
import KgVerdict from './KgVerdict.vue'

/** Two proofs side by side: the drawings, the grades, and every cell with both margins. */
const props = defineProps<{ before: BenchProof; after: BenchProof; beforeName: string; afterName: string }>()
defineEmits<{ close: [] }>()
const pairs = computed(() => paired(props.before, props.after))
const rows = computed(() =>
  props.after.devices.map((device) => ({ device, cells: pairs.value.filter((one) => one.device.id === device.id) })),
)
const better = computed(() => pairs.value.filter((one) => one.change !== null && one.change > 1 + NOISE).length)
const worse = computed(() => pairs.value.filter((one) => one.change !== null && one.change < 1 - NOISE).length)
const sides = computed(() => [
  { name: props.beforeName, proof: props.before },
  { name: props.afterName, proof: props.after },
])
const sign = (change: number | null): string =>
  change === null ? '' : change > 1 + NOISE ? '▲' : change < 1 - NOISE ? '▼' : '='
const words = (change: number | null): string =>
  change === null
    ? 'not compared'
    : Math.abs(change - 1) <= NOISE
      ? 'same'
      : `${change > 1 ? '+' : '−'}${Math.abs(100 * (change - 1)).toFixed(0)} %`
</script>

<template>
  <section class="compare" aria-label="Comparison">
    <div class="head">
      <div v-for="(side, i) in sides" :key="i" class="side">
        <img :src="`/api/v1/proofs/${side.proof.id}/image.svg`" :alt="side.name" width="60" height="60" />
        <div>
          <h2>{{ side.name }}</h2>
          <p class="note fig">
            {{ side.proof.subject.symbol }}, {{ side.proof.subject.symbol_mm.toFixed(1) }} mm, module
            {{ side.proof.subject.module_mm.toFixed(3) }} mm
          </p>
          <p class="row">
            <span v-for="verdict in ['holds', 'marginal', 'fails'] as const" :key="verdict" class="row"
              ><KgVerdict :verdict="verdict" /><span class="say" :class="verdict">{{
                side.proof.tally[verdict]
              }}</span></span
            >
            <span class="note"
              >grade <b>{{ side.proof.letter ?? '–' }}</b></span
            >
          </p>
        </div>
      </div>
      <p class="sum" role="status">
        <b>{{ better }}</b> better, <b>{{ worse }}</b> worse of {{ pairs.length }}
      </p>
      <v-btn @click="$emit('close')">Close</v-btn>
    </div>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th scope="col">{{ beforeName }} above, {{ afterName }} below</th>
            <th v-for="one in after.conditions" :key="one.id" scope="col">{{ one.label }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ device, cells } in rows" :key="device.id">
            <th scope="row">{{ device.label }}</th>
            <td
              v-for="one in cells"
              :key="one.condition.id"
              :class="{ up: (one.change ?? 1) > 1 + NOISE, down: (one.change ?? 1) < 1 - NOISE }"
            >
              <span class="fig"
                ><KgVerdict v-if="one.before" :verdict="one.before.verdict" />
                {{ one.before ? marginWords(one.before) : 'not looked at' }}</span
              >
              <span class="fig"
                ><KgVerdict v-if="one.after" :verdict="one.after.verdict" />
                {{ one.after ? marginWords(one.after) : 'under way' }}</span
              >
              <span class="note"
                ><span aria-hidden="true">{{ sign(one.change) }}</span> {{ words(one.change) }}</span
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="note foot">
      A change under {{ (100 * NOISE).toFixed(0) }} % is within what one step of the bench tells apart.
    </p>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  gap: 20px;
  align-items: center;
  padding: 10px 16px;
  border-bottom: 1px solid var(--line);
  background: var(--paper);
  flex-wrap: wrap;
}
.side {
  display: flex;
  gap: 10px;
  align-items: center;
}
.side img {
  object-fit: contain;
  background: #fff;
  border: 1px solid var(--rule);
}
.sum {
  margin-left: auto;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  font: var(--t-label);
  text-align: left;
}
th,
td {
  padding: 5px 5px 5px 6px;
  border-bottom: 1px solid var(--rule);
  border-right: 1px solid var(--rule);
  vertical-align: top;
}
th:first-child {
  padding-left: 16px;
  min-width: 100px;
}
td .fig {
  font-size: 11.5px;
  display: block;
  white-space: nowrap;
}
td .note {
  display: block;
  white-space: nowrap;
}
td.up {
  background: var(--hold-wash);
}
td.down {
  background: var(--fail-wash);
}
.foot {
  padding: 6px 16px;
  border-bottom: 1px solid var(--line);
}
</style>
