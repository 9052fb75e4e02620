<script setup lang="ts">
import { computed } from 'vue'
import type { ReadSymbol } from '@/api/client'
import { csv, save } from '@/lib/exports'
import { SYMBOLOGIES } from '@/lib/symbologies'
import { useToast } from '@/composables/useToast'

export interface Collected {
  text: string
  symbology: ReadSymbol['symbology']
  count: number
  first: Date
  last: Date
}

/** How many times each code was met in this session. */
const codes = defineModel<Collected[]>({ required: true })
const { say } = useToast()
const total = computed(() => codes.value.reduce((sum, code) => sum + code.count, 0))
const time = (at: Date): string => at.toLocaleTimeString('en-GB')

function clear(): void {
  const kept = codes.value
  codes.value = []
  say('The count is cleared', {
    label: 'Undo',
    run: () => {
      // What was read meanwhile is counted with it.
      const merged = kept.map((old) => {
        const newer = codes.value.find((code) => code.text === old.text && code.symbology === old.symbology)
        return newer ? { ...old, count: old.count + newer.count, last: newer.last } : old
      })
      const isOld = (code: Collected) => kept.some((old) => old.text === code.text && old.symbology === code.symbology)
      codes.value = [...codes.value.filter((code) => !isOld(code)), ...merged]
    },
  })
}
function download(): void {
  save(
    csv(
      ['text', 'symbology', 'count', 'first', 'last'],
      codes.value.map((c) => [c.text, c.symbology, c.count, c.first.toISOString(), c.last.toISOString()]),
    ),
    'collected.csv',
  )
}
</script>

<template>
  <div class="panel-mode" data-test="collect">
    <div class="mh">
      <div class="grow">
        <h2 class="title">{{ codes.length }} distinct</h2>
        <p class="note">
          {{ total }} read in all. A code in view counts once until it has been away for three seconds.
        </p>
      </div>
      <v-btn :disabled="codes.length === 0" @click="download">Save CSV</v-btn>
      <v-btn :disabled="codes.length === 0" @click="clear">Clear</v-btn>
    </div>
    <table v-if="codes.length" class="tbl">
      <thead>
        <tr>
          <th>Text</th>
          <th>Symbology</th>
          <th class="num">Count</th>
          <th class="num">First</th>
          <th class="num">Last</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="code in codes" :key="code.symbology + code.text">
          <td class="code wrap">{{ code.text }}</td>
          <td>{{ SYMBOLOGIES[code.symbology] }}</td>
          <td class="num fig">{{ code.count }}</td>
          <td class="num fig">{{ time(code.first) }}</td>
          <td class="num fig">{{ time(code.last) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else class="note empty">
      Point the camera at codes one after the other, or add pictures: each is counted here.
    </p>
  </div>
</template>
