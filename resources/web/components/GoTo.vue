<script setup lang="ts">
import { mdiMagnify } from '@mdi/js'
import { refDebounced, useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useGlyphList } from '@/composables/useGlyphs'
import KgThumb from './KgThumb.vue'

const props = defineProps<{ places: { to: string; name: string }[] }>()
const isOpen = defineModel<boolean>({ required: true })
const router = useRouter()
const words = ref('')
const asked = refDebounced(words, 120)
const at = ref(0)
const { glyphs, isFetching } = useGlyphList(asked, '-updated_at')
const input = ref<{ focus: () => void }>()

const entries = computed(() => [
  ...props.places
    .filter((place) => place.name.toLowerCase().includes(words.value.trim().toLowerCase()))
    .map((place) => ({ key: place.to, to: place.to, name: place.name, glyph: null })),
  ...glyphs.value.slice(0, 8).map((glyph) => ({ key: glyph.id, to: `/compose/${glyph.id}`, name: glyph.name, glyph })),
])

watch(isOpen, async (open) => {
  if (!open) return
  words.value = ''
  at.value = 0
  await nextTick()
  setTimeout(() => input.value?.focus())
})
watch(entries, () => (at.value = Math.min(at.value, Math.max(0, entries.value.length - 1))))

// Whoever types faster than the dialog opens loses no letter.
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const isLetter = event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey
  if (!isOpen.value || !isLetter || document.activeElement instanceof HTMLInputElement) return
  event.preventDefault()
  words.value += event.key
})

function move(step: number): void {
  at.value = (at.value + step + entries.value.length) % Math.max(1, entries.value.length)
}

function go(index = at.value): void {
  const entry = entries.value[index]
  if (entry === undefined) return
  isOpen.value = false
  void router.push(entry.to)
}
</script>

<template>
  <v-dialog v-model="isOpen" max-width="520" aria-label="Go to">
    <div class="sheet-card goto">
      <v-text-field
        ref="input"
        v-model="words"
        :prepend-inner-icon="mdiMagnify"
        placeholder="A place, or part of a glyph’s name or text"
        aria-label="Go to"
        role="combobox"
        aria-expanded="true"
        aria-controls="goto-list"
        :aria-activedescendant="entries[at] ? `goto-${at}` : undefined"
        @keydown.down.prevent="move(1)"
        @keydown.up.prevent="move(-1)"
        @keydown.enter.prevent="go()"
      />
      <ul id="goto-list" role="listbox" aria-label="Places and glyphs">
        <li
          v-for="(entry, i) in entries"
          :id="`goto-${i}`"
          :key="entry.key"
          role="option"
          :aria-selected="i === at"
          @click="go(i)"
          @mousemove="at = i"
        >
          <KgThumb v-if="entry.glyph" :glyph="entry.glyph" :size="28" />
          <span v-else class="mark" aria-hidden="true" />
          <span class="grow clip">{{ entry.name }}</span>
          <span class="note code clip text">{{ entry.glyph?.text ?? 'place' }}</span>
        </li>
      </ul>
      <p v-if="entries.length === 0 && !isFetching" class="note none">Nothing is called that.</p>
    </div>
  </v-dialog>
</template>

<style scoped>
.goto {
  padding: 12px;
}
ul {
  margin-top: 8px;
  max-height: 420px;
  overflow: auto;
}
li {
  display: flex;
  align-items: center;
  gap: 10px;
  height: 36px;
  padding: 0 8px;
  cursor: pointer;
  border-bottom: 1px solid var(--rule);
  font: 500 13px/18px var(--font-text);
}
li[aria-selected='true'] {
  background: var(--accent-wash);
  box-shadow: inset 3px 0 0 var(--accent);
}
.mark {
  width: 28px;
  height: 9px;
  border: solid var(--ink-3);
  border-width: 0 2px;
  background: linear-gradient(var(--ink-3) 0 0) center / 100% 2px no-repeat;
}
.text {
  max-width: 210px;
  font-size: 11.5px;
}
.none {
  padding: 12px 8px 4px;
}
</style>
