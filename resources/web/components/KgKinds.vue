<script setup lang="ts">
import { mdiChevronDown, mdiMagnify } from '@mdi/js'
import { computed, nextTick, ref } from 'vue'
import { useShortcut } from '@/composables/useShortcut'
import { found, type Kind, type KindFacts } from '@/lib/kinds'

/** Which kind of payload: found by what one wants to happen, the recent ones at hand. */
const props = defineProps<{ kinds: KindFacts[]; recent: KindFacts[]; startOpen: boolean }>()
const kind = defineModel<Kind>({ required: true })
const emit = defineEmits<{ paste: [text: string]; chosen: [] }>()

const query = ref('')
const opened = ref<boolean | null>(null)
const isOpen = computed(() => query.value !== '' || (opened.value ?? props.startOpen))
const shown = computed(() => found(props.kinds, query.value))
const groups = computed(() => {
  const rows = new Map<string, KindFacts[]>()
  for (const one of shown.value) rows.set(one.group, [...(rows.get(one.group) ?? []), one])
  return [...rows].map(([name, kinds]) => ({ name, kinds }))
})
const others = computed(() => props.recent.filter((one) => one.kind !== kind.value))
/** The current kind and the recent ones: what is at hand while the index is folded. */
const atHand = computed(() => {
  const current = props.kinds.find((one) => one.kind === kind.value)
  return [...(current ? [current] : []), ...props.recent.filter((one) => one.kind !== kind.value)].slice(0, 4)
})

const find = ref<{ focus: () => void }>()
const index = ref<HTMLElement>()
useShortcut('/', () => find.value?.focus())

function choose(next: Kind): void {
  kind.value = next
  query.value = ''
  opened.value = false
  emit('chosen')
}

/** Enter takes the first kind that was found; what names none is a text to encode. */
function take(): void {
  const first = shown.value[0]
  if (first !== undefined) return choose(first.kind)
  const text = query.value
  query.value = ''
  if (text.trim() !== '') emit('paste', text)
}
/** Pasting into the search lets the text itself say what it is. */
function paste(event: ClipboardEvent): void {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (text.trim() === '') return
  event.preventDefault()
  opened.value = false
  emit('paste', text)
}

/** One tab stop for the whole group: the chosen kind, or the first where it is not among those shown. */
const offered = computed(() => (isOpen.value ? shown.value : atHand.value))
const stop = computed(() =>
  offered.value.some((one) => one.kind === kind.value) ? kind.value : offered.value[0]?.kind,
)

function step(event: KeyboardEvent, by: number): void {
  const buttons = [...(index.value?.querySelectorAll<HTMLButtonElement>('button[role="radio"]') ?? [])]
  const at = buttons.indexOf(event.target as HTMLButtonElement)
  if (at < 0) return
  event.preventDefault()
  buttons[(at + by + buttons.length) % buttons.length]?.focus()
}

async function toggle(): Promise<void> {
  opened.value = !isOpen.value
  query.value = ''
  await nextTick()
  if (isOpen.value) index.value?.querySelector<HTMLButtonElement>('[aria-checked="true"]')?.focus()
}
</script>

<template>
  <div class="kinds">
    <v-text-field
      ref="find"
      v-model="query"
      class="find"
      variant="plain"
      :prepend-inner-icon="mdiMagnify"
      placeholder="Find a kind, or paste anything"
      aria-label="Find a kind, or paste anything"
      @paste="paste"
      @keydown.enter.prevent="take"
      @keydown.esc="query = ''"
      @keydown.down.prevent="index?.querySelector('button')?.focus()"
    >
      <template #append-inner><kbd>/</kbd></template>
    </v-text-field>
    <p v-if="isOpen && query === '' && others.length > 0" class="latest">
      <span class="group">Recent</span>
      <button
        v-for="one in others"
        :key="one.kind"
        type="button"
        :aria-label="`Recently used: ${one.label}`"
        @click="choose(one.kind)"
      >
        {{ one.label }}
      </button>
    </p>
    <div
      ref="index"
      class="index"
      :class="{ folded: !isOpen }"
      role="radiogroup"
      aria-label="Kind"
      @keydown.right="step($event, 1)"
      @keydown.down="step($event, 1)"
      @keydown.left="step($event, -1)"
      @keydown.up="step($event, -1)"
    >
      <template v-if="isOpen">
        <template v-for="group in groups" :key="group.name">
          <span class="group">{{ group.name }}</span>
          <span class="row-of">
            <button
              v-for="one in group.kinds"
              :key="one.kind"
              type="button"
              role="radio"
              :aria-checked="kind === one.kind"
              :tabindex="stop === one.kind ? 0 : -1"
              :title="one.purpose"
              @click="choose(one.kind)"
            >
              {{ one.label }}
            </button>
          </span>
        </template>
      </template>
      <span v-else class="row-of">
        <button
          v-for="one in atHand"
          :key="one.kind"
          type="button"
          role="radio"
          :aria-checked="kind === one.kind"
          :tabindex="stop === one.kind ? 0 : -1"
          :title="one.purpose"
          @click="choose(one.kind)"
        >
          {{ one.label }}
        </button>
      </span>
      <button v-if="query === ''" type="button" class="fold" :aria-expanded="isOpen" @click="toggle">
        {{ isOpen ? 'Fewer' : 'All kinds' }}<v-icon class="kg-icon" :class="{ up: isOpen }" :icon="mdiChevronDown" />
      </button>
    </div>
    <p v-if="shown.length === 0" class="note none" role="status">
      No kind is called “{{ query.length > 40 ? `${query.slice(0, 40)}…` : query }}”. Press Enter to encode it as it
      stands, or Esc to see every kind.
    </p>
  </div>
</template>

<style scoped>
.none {
  overflow-wrap: anywhere;
}
.kinds {
  padding: 6px 16px 8px;
  border-bottom: 1px solid var(--rule);
  background: var(--sheet);
}
.find {
  margin-bottom: 5px;
  border-bottom: 1px solid var(--edge);
}
.find:focus-within {
  outline: 2px solid var(--accent);
  outline-offset: 1px;
}
.find :deep(.v-field) {
  --v-field-padding-start: 2px;
  --v-field-padding-end: 2px;
}
.index {
  display: grid;
  grid-template-columns: 54px 1fr;
  row-gap: 1px;
  position: relative;
}
.index.folded {
  grid-template-columns: 1fr auto;
}
.group {
  font: var(--t-note);
  color: var(--ink-3);
  padding-top: 3px;
}
.latest {
  display: flex;
  gap: 1px;
  flex-wrap: wrap;
  margin-bottom: 1px;
}
.latest .group {
  width: 49px;
}
.row-of {
  display: flex;
  gap: 1px 1px;
  flex-wrap: wrap;
  margin-left: -5px;
}
.folded .row-of {
  max-height: 22px;
  overflow: hidden;
}
.row-of button,
.latest button,
.fold {
  border: 0;
  background: none;
  padding: 2px 6px;
  border-radius: var(--r);
  font: 500 12.5px/18px var(--font-text);
}
.row-of button:hover,
.latest button:hover,
.fold:hover {
  background: var(--bench);
}
.row-of button[aria-checked='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.row-of button:focus-visible {
  outline-offset: -2px;
}
.fold {
  color: var(--ink-2);
  display: inline-flex;
  align-items: center;
  gap: 2px;
  padding-right: 0;
  white-space: nowrap;
}
.index:not(.folded) .fold {
  position: absolute;
  right: 0;
  bottom: 0;
}
.fold .up {
  transform: rotate(180deg);
}
@media (max-width: 719px) {
  .kinds {
    padding: 6px 12px;
  }
  .row-of button,
  .latest button,
  .fold {
    padding: 12px 10px;
  }
  .folded .row-of {
    max-height: 44px;
  }
  .group {
    padding-top: 13px;
  }
}
</style>
