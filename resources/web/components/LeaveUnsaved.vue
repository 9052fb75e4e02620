<script setup lang="ts">
/** Asked before a composition that is not saved is left. */
defineProps<{ open: boolean; name: string }>()
defineEmits<{ leave: []; save: []; stay: [] }>()
</script>

<template>
  <v-dialog :model-value="open" @update:model-value="$emit('stay')">
    <div class="sheet-card" role="alertdialog" aria-labelledby="leave-h">
      <h2 id="leave-h">Leave without saving?</h2>
      <p class="note">
        {{ name === '' ? 'This composition has no name yet and' : `“${name}” has changes that` }} would be lost.
      </p>
      <div class="acts">
        <v-btn class="danger" @click="$emit('leave')">Leave</v-btn
        ><v-btn v-if="name !== ''" @click="$emit('save')">Save and leave</v-btn
        ><v-btn class="main" autofocus @click="$emit('stay')">Stay</v-btn>
      </div>
    </div>
  </v-dialog>
</template>
