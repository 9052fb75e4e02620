<script setup lang="ts">
import { computed } from 'vue'
import { bytesOf, hexRows } from '@/lib/bytes'

/** Bytes sixteen a row, with what they show as; ends of lines are quiet, other bytes that are not printable ASCII marked. */
const props = defineProps<{ base64: string }>()
const ROWS = 64
const all = computed(() => hexRows(bytesOf(props.base64)))
const rows = computed(() => all.value.slice(0, ROWS))
</script>

<template>
  <div class="hexd" tabindex="0" role="group" aria-label="Bytes in hexadecimal">
    <div v-for="row in rows" :key="row.offset">
      <b>{{ row.offset }}</b>
      <span class="h"
        ><span
          v-for="(byte, i) in row.bytes"
          :key="i"
          :class="{ x: !byte.plain && !byte.isBreak, end: byte.isBreak, gap: i === 8 }"
          >{{ byte.hex }}</span
        ></span
      >
      <span class="t"
        ><span
          v-for="(byte, i) in row.bytes"
          :key="i"
          :class="{ x: !byte.plain && !byte.isBreak, end: byte.isBreak }"
          >{{ byte.text }}</span
        ></span
      >
    </div>
    <p v-if="all.length > ROWS" class="note">The first {{ ROWS * 16 }} bytes; copy the text for the rest.</p>
  </div>
</template>

<style scoped>
.hexd {
  font: var(--t-code);
  overflow: auto;
  max-height: 230px;
}
.hexd > div {
  display: grid;
  grid-template-columns: 44px 384px auto;
  white-space: nowrap;
}
b {
  font-weight: 400;
  color: var(--ink-3);
}
.h span {
  display: inline-block;
  width: 23px;
}
.h .gap {
  margin-left: 9px;
  width: 23px;
}
.t {
  color: var(--ink-2);
  white-space: pre;
}
.t span {
  display: inline-block;
  width: 1ch;
}
.x {
  background: var(--fail-wash);
  color: var(--fail);
}
.end {
  color: var(--ink-3);
}
.h .x {
  width: 19px;
  margin-right: 4px;
}
</style>
