<script setup lang="ts">
import type { Applied } from '@/composables/useFinishes'
import { counted } from '@/lib/bytes'
import KgVerdict from './KgVerdict.vue'

/** Told when a finish did not go on all the glyphs that it was to go on: which stayed as they were, and why. */
const outcome = defineModel<Applied | null>({ required: true })
</script>

<template>
  <v-dialog :model-value="outcome !== null" @update:model-value="outcome = null">
    <div v-if="outcome" class="sheet-card" role="alertdialog" aria-labelledby="outcome-h">
      <h2 id="outcome-h">{{ outcome.finish }} is on {{ outcome.applied }} of {{ counted(outcome.asked, 'glyph') }}</h2>
      <p v-if="outcome.stopped" class="row note" role="alert">
        <KgVerdict verdict="fails" /> It stopped before the last one: {{ outcome.stopped }}
      </p>
      <p v-if="outcome.missing" class="note">{{ counted(outcome.missing, 'glyph') }} had been deleted meanwhile.</p>
      <p v-if="outcome.refused.length" class="note">
        {{ counted(outcome.refused.length, 'glyph') }} cannot be drawn with it, or would fail a check that held before.
        Nothing was changed there.
      </p>
      <ul v-if="outcome.refused.length" class="refused">
        <li v-for="one in outcome.refused" :key="one.id">
          <router-link :to="`/compose/${one.id}`">{{ one.name }}</router-link>
          <span class="note">{{ one.message }}</span>
        </li>
      </ul>
      <div class="acts"><v-btn class="main" autofocus @click="outcome = null">Close</v-btn></div>
    </div>
  </v-dialog>
</template>

<style scoped>
.refused {
  display: grid;
  gap: 8px;
  max-height: 40vh;
  overflow: auto;
}
.refused li {
  display: grid;
}
</style>
