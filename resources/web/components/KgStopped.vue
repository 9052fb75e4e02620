<script setup lang="ts">
import type { LedgerLine } from '@/api/client'
import KgVerdict from './KgVerdict.vue'

/** Said before something leaves that the ledger stops. */
defineProps<{ lines: LedgerLine[] }>()
const isOpen = defineModel<boolean>({ required: true })
const emit = defineEmits<{ take: [] }>()
</script>

<template>
  <v-dialog v-model="isOpen">
    <div class="sheet-card" role="alertdialog" aria-labelledby="stop-h">
      <h2 id="stop-h">The ledger stops this one</h2>
      <ul class="stops">
        <li v-for="line in lines" :key="line.check" class="row">
          <KgVerdict verdict="fails" /><b>{{ line.title }}</b
          ><span class="note">{{ line.figure }}, {{ line.note }}</span>
        </li>
      </ul>
      <p class="note">What leaves like this is likely not to be read. The ledger offers what would mend it.</p>
      <div class="acts">
        <v-btn class="danger" @click="emit('take')">Take it anyway</v-btn
        ><v-btn class="main" autofocus @click="isOpen = false">Back to the ledger</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.stops {
  display: grid;
  gap: 4px;
  margin: 10px 0;
}
</style>
