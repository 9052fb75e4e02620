<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** The parameters of a print grade, the lowest first, each on the bands of its letters. */
defineProps<{ grade: Schemas['PrintGrade'] }>()
const LETTERS = ['F', 'D', 'C', 'B', 'A']
const ordered = (grade: Schemas['PrintGrade']) =>
  [...grade.parameters].sort((a, b) => Number(b.counts) - Number(a.counts) || a.grade - b.grade)
</script>

<template>
  <div>
    <div class="head">
      <h2 class="grow">Print quality</h2>
      <span class="note">{{ grade.standard }}, lowest parameter</span>
      <b class="letter">{{ grade.letter }}</b><span class="fig">{{ grade.grade.toFixed(1) }}</span>
    </div>
    <table>
      <thead>
        <tr>
          <th scope="col">Parameter</th>
          <th scope="col" class="num">Measured</th>
          <th scope="col">F to A</th>
          <th scope="col" class="num">Grade</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in ordered(grade)" :key="one.parameter" :class="{ pale: !one.counts }">
          <td>{{ one.label }}</td>
          <td class="fig num">{{ one.figure }}</td>
          <td>
            <span class="gr" aria-hidden="true"
              ><i v-for="(letter, k) in LETTERS" :key="letter" :class="{ f: k <= Math.round(one.grade) }"
            /></span>
          </td>
          <td class="num">
            <b>{{ one.letter }}</b> <span class="fig">{{ one.grade.toFixed(1) }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="note pad">{{ grade.advice }}</p>
    <p v-if="!grade.calibrated" class="note pad">
      A photograph is no calibrated verifier: contrast is measured against the lightest thing in the picture.
    </p>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: baseline;
  gap: 8px;
  padding: 8px 16px;
}
.letter {
  font: 700 19px/22px var(--font-text);
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font: var(--t-note);
  color: var(--ink-3);
  border-bottom: 1px solid var(--line);
  padding: 2px 8px;
}
td {
  padding: 2px 8px;
  height: 28px;
  border-bottom: 1px solid var(--rule);
}
th.num,
td.num {
  text-align: right;
  white-space: nowrap;
}
th:first-child,
td:first-child {
  padding-left: 16px;
}
th:last-child,
td:last-child {
  padding-right: 16px;
}
.pale {
  color: var(--ink-3);
}
.gr {
  display: inline-flex;
  gap: 2px;
}
.gr i {
  width: 13px;
  height: 9px;
  border: 1px solid var(--edge);
}
.gr i.f {
  background: var(--ink);
  border-color: var(--ink);
}
.pad {
  padding: 8px 16px 0;
}
</style>
