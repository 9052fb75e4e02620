<script setup lang="ts">
import { ref, useId } from 'vue'

/** An address is a line: a look of shapes, gradients, marks and captions has to have a name to stand in it. */
const props = defineProps<{ name: string; keeping: boolean; problem: string; allowed: boolean }>()
const emit = defineEmits<{ keep: [name: string]; plain: [] }>()
const name = ref(props.name.slice(0, 100))
const id = useId()
</script>

<template>
  <form class="look" @submit.prevent="emit('keep', name)">
    <p>
      <b>This look needs a name.</b> An address says inks and a quiet zone by itself; shapes, a gradient, a mark or a
      caption it takes from a saved finish, in the revision that is current now, for ever.
    </p>
    <div class="row">
      <label class="label" :for="id">Finish</label>
      <input :id="id" v-model.trim="name" class="kg-plain" maxlength="100" :aria-invalid="problem !== ''" />
      <v-btn class="fix" type="submit" :loading="keeping" :disabled="!allowed || name === ''"
        >Keep it as a finish</v-btn
      >
      <v-btn class="bare" @click="emit('plain')">Inks alone</v-btn>
    </div>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-else-if="!allowed" class="note">Your role may not save finishes: ask an owner or an editor.</p>
  </form>
</template>

<style scoped>
.look {
  display: grid;
  gap: 8px;
}
.look input {
  min-width: 0;
  flex: 1;
  max-width: 280px;
}
</style>
