<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { ApiProblem } from '@/api/client'
import { sendFile, useFiles } from '@/composables/usePages'

/** A file of a part: uploaded here, replaced by its next version, or one that the workspace has. */
const props = defineProps<{ id: string; label: string; picture: boolean; disabled?: boolean }>()
const value = defineModel<string>({ required: true })
const client = useQueryClient()
const { data: files } = useFiles()
const chosen = computed(() => (files.value ?? []).find((one) => one.id === value.value))
const versions = computed(() =>
  (files.value ?? []).filter((one) => one.series === chosen.value?.series).sort((a, b) => b.version - a.version),
)
/** The newest version of each file that fits. */
const others = computed(() => {
  const seen = new Set<string>()
  return (files.value ?? []).filter((one) => {
    if (seen.has(one.series) || (props.picture && !one.media.startsWith('image/'))) return false
    seen.add(one.series)
    return true
  })
})
const isBusy = ref(false)
const problem = ref('')
async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file === undefined) return
  isBusy.value = true
  problem.value = ''
  try {
    value.value = (await sendFile(file, chosen.value?.id)).id
    await client.invalidateQueries({ queryKey: ['files'] })
  } catch (e) {
    problem.value = e instanceof ApiProblem ? (e.field('file') ?? e.message) : 'The server does not answer. Try again.'
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <div class="file">
    <img v-if="chosen?.media.startsWith('image/')" :src="chosen.address" alt="" width="44" height="44" />
    <div class="grow">
      <p v-if="chosen" class="clip">
        {{ chosen.name }} <span class="note">{{ chosen.words }}</span>
      </p>
      <div class="row">
        <label class="up" :class="{ off: isBusy || disabled }"
          >{{ isBusy ? 'Sending' : chosen ? 'Next version' : 'Upload'
          }}<input
            :id="id"
            class="sr"
            type="file"
            :accept="picture ? 'image/png,image/jpeg,image/webp' : 'image/*,application/pdf,video/mp4,video/webm'"
            :aria-label="label"
            :disabled="isBusy || disabled"
            @change="take"
        /></label>
        <select
          v-if="others.length > 0"
          class="kg-plain"
          :aria-label="`${label}: one that is here already`"
          :value="value"
          :disabled="disabled"
          @change="value = ($event.target as HTMLSelectElement).value"
        >
          <option value="">none</option>
          <option v-if="chosen && !others.some((one) => one.id === value)" :value="value">
            {{ chosen.name }}, version {{ chosen.version }}
          </option>
          <option v-for="one in others" :key="one.id" :value="one.id">
            {{ one.name }}{{ one.version > 1 ? `, version ${one.version}` : '' }}
          </option>
        </select>
        <select
          v-if="versions.length > 1"
          class="kg-plain"
          :aria-label="`${label}: version`"
          :value="value"
          :disabled="disabled"
          @change="value = ($event.target as HTMLSelectElement).value"
        >
          <option v-for="one in versions" :key="one.id" :value="one.id">version {{ one.version }}</option>
        </select>
      </div>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    </div>
  </div>
</template>

<style scoped>
.file {
  display: flex;
  gap: 10px;
  align-items: flex-start;
  min-width: 0;
}
img {
  object-fit: cover;
  border: 1px solid var(--line);
}
.up {
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: var(--sheet);
  padding: 4px 10px;
  font: 600 13px/20px var(--font-text);
  cursor: pointer;
}
.up:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
.up.off {
  color: var(--ink-3);
}
select {
  max-width: 170px;
}
.wrong {
  color: var(--fail);
}
</style>
