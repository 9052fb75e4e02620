<script setup lang="ts">
import type { PageField, Part } from '@/lib/page'
import { spoken } from '@/lib/page'

/** What the parts say in another language, beside what they say in their own; an empty field says the same. */
defineProps<{
  parts: Part[]
  words: Record<string, Record<string, string>>
  fieldsOf: (part: string) => PageField[]
  labelOf: (part: string) => string
  disabled?: boolean
}>()
defineEmits<{ say: [part: string, field: string, said: string] }>()
const typed = (event: Event): string => (event.target as HTMLInputElement).value
</script>

<template>
  <div class="words">
    <template v-for="part in parts" :key="part.id">
      <template v-if="!part.hidden && spoken(part, fieldsOf(part.part)).length > 0">
        <h3>{{ labelOf(part.part) }}</h3>
        <label v-for="one in spoken(part, fieldsOf(part.part))" :key="one.field">
          <span
            ><span class="label">{{ one.label }}</span
            ><span class="own">{{ one.own }}</span></span
          >
          <textarea
            v-if="one.long"
            class="kg-plain"
            rows="4"
            :value="words[part.id]?.[one.field] ?? ''"
            :disabled="disabled"
            @input="$emit('say', part.id, one.field, typed($event))"
          />
          <input
            v-else
            class="kg-plain"
            :value="words[part.id]?.[one.field] ?? ''"
            :disabled="disabled"
            @input="$emit('say', part.id, one.field, typed($event))"
          />
        </label>
      </template>
    </template>
  </div>
</template>

<style scoped>
.words {
  padding: 8px 16px 20px;
  display: grid;
  gap: 8px;
}
h3 {
  font: var(--t-head);
  margin-top: 8px;
}
label {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.label,
.own {
  display: block;
}
.own {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.kg-plain {
  width: 100%;
}
</style>
