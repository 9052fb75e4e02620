<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** The mark against each block: a cell for every codeword that the block can repair, a line where safe ends. */
const props = defineProps<{ damage: Schemas['Damage'] }>()
const rows = computed(() =>
  props.damage.blocks.map((block, i) => ({
    number: i + 1,
    data: block.data,
    hit: block.touched.length,
    wrong: block.wrong.length,
    left: props.damage.repairable - block.touched.length,
    codewords: block.touched.join(' '),
  })),
)
const worst = computed(() => Math.max(...rows.value.map((row) => row.hit)))
const cells = computed(() => Math.max(props.damage.repairable, worst.value))
</script>

<template>
  <table class="ruled damage">
    <thead>
      <tr>
        <th>Block</th>
        <th class="num opt">Data, repair</th>
        <th>Mark lies on, of {{ damage.repairable }}; line: safe to {{ damage.safe }}</th>
        <th class="num">Left</th>
        <th class="num opt" title="Codewords that read wrong in the picture">Wrong</th>
        <th class="opt">Codewords</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.number" :class="{ chosen: row.hit === worst && worst > 0 }">
        <td class="fig">
          <b>{{ row.number }}</b>
        </td>
        <td class="num opt">{{ row.data }} + {{ damage.correction }}</td>
        <td>
          <span class="cells" aria-hidden="true"
            ><i
              v-for="n in cells"
              :key="n"
              :class="{ hit: n <= row.hit, over: n > damage.repairable, line: n === damage.safe }" /></span
          ><span class="fig">{{ row.hit }}</span>
        </td>
        <td class="num">{{ row.left }}</td>
        <td class="num opt">{{ row.wrong }}</td>
        <td class="fig clip opt">{{ row.codewords || '–' }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.damage {
  table-layout: auto;
}
.damage td {
  height: 26px;
}
.cells {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 1px;
  margin-right: 8px;
  vertical-align: middle;
}
.cells i {
  width: 9px;
  height: 9px;
  border: 1px solid var(--edge);
}
.cells .hit {
  background: var(--accent);
  border-color: var(--accent);
}
.cells .over {
  border-color: var(--fail);
  background: var(--fail);
}
.cells .line {
  margin-right: 5px;
  box-shadow:
    4px 0 0 -1px var(--paper),
    5px 0 0 -1px var(--ink);
}
.chosen td {
  background: var(--accent-wash);
}
.clip {
  max-width: 150px;
}
</style>
