<script setup lang="ts">
import * as limits from '@/api/limits'
import { onMounted, ref } from 'vue'

/** A name changed in its place: Enter keeps it, Esc leaves it. */
const props = defineProps<{ name: string; problem: string }>()
const emit = defineEmits<{ keep: [name: string]; leave: [] }>()
const typed = ref(props.name)
const input = ref<HTMLInputElement>()
onMounted(() => {
  input.value?.focus()
  input.value?.select()
})
</script>

<template>
  <form class="rename" @submit.prevent="emit('keep', typed)">
    <input
      ref="input"
      v-model="typed"
      :maxlength="limits.FinishChange.name.maxLength"
      :aria-label="`New name for ${name}`"
      :aria-invalid="problem !== ''"
      @keydown.esc.stop="emit('leave')"
      @blur="emit('keep', typed)"
    />
    <span v-if="problem" class="say fails" role="alert">{{ problem }}</span>
    <span v-else class="note">Enter keeps it, Esc leaves it</span>
  </form>
</template>

<style scoped>
.rename {
  display: grid;
}
.rename input {
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: var(--sheet);
  height: 24px;
  padding: 0 7px;
  margin-top: -3px;
  font: 600 13.5px/19px var(--font-text);
  margin-left: -8px;
}
.rename .note,
.rename .say {
  line-height: 14px;
}
</style>
