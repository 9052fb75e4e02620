<script setup lang="ts">
import type { ApiProblem } from '@/api/client'

/** What stands in place of a picture, and what to do about it. */
defineProps<{
  /** Why the glyph that was asked for is not here. */
  missing: string
  problem: ApiProblem | null
  /** Whether the problem is told nowhere beside a field. */
  isElsewhere: boolean
}>()
defineEmits<{ retry: [] }>()
</script>

<template>
  <div class="blank">
    <div class="box" aria-hidden="true" />
    <div v-if="missing">
      <h2>Not found</h2>
      <p class="note">{{ missing }}</p>
      <v-btn to="/glyphs">To the glyphs</v-btn>
    </div>
    <div v-else-if="problem">
      <h2>Nothing drawn</h2>
      <p class="note" :role="isElsewhere ? 'alert' : undefined">{{ problem.message }}</p>
      <v-btn v-if="isElsewhere && problem.status !== 422" @click="$emit('retry')">Try again</v-btn>
    </div>
    <div v-else>
      <h2>Nothing to draw yet</h2>
      <p class="note">
        Choose a purpose and fill in the fields, or paste a text. It is drawn and read back as you type.
      </p>
    </div>
  </div>
</template>
