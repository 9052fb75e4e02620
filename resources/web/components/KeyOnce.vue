<script setup lang="ts">
import { mdiContentCopy } from '@mdi/js'
import type { MadeKey } from '@/composables/useKeys'
import { useToast } from '@/composables/useToast'

/** What is told this once: between crop marks, to be copied before one leaves. */
const props = defineProps<{ made: MadeKey }>()
defineEmits<{ seen: [] }>()
const { say } = useToast()
async function copy(text: string, what: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text)
    say(`${what} copied`)
  } catch {
    say('The browser did not allow it. Select the text and copy it.')
  }
}
const rows = (): { name: string; text: string; note: string }[] => [
  ...(props.made.text === null
    ? []
    : [
        props.made.key.sort === 'secret'
          ? { name: 'The key', text: props.made.text, note: 'Put it where your program finds it, not in its source.' }
          : { name: 'The key', text: props.made.text, note: 'It is no secret: it stays here and may stand in pages.' },
      ]),
  ...(props.made.signing_secret === null || (props.made.key.sort === 'secret' && props.made.text !== null)
    ? []
    : [
        {
          name: 'Its signing secret',
          text: props.made.signing_secret,
          note: 'For the server that signs picture addresses. Once you leave, it can only be replaced.',
        },
      ]),
]
</script>

<template>
  <div class="once" role="status">
    <template v-for="row in rows()" :key="row.name">
      <h3>
        {{ row.name }}, {{ made.key.sort === 'publishable' && row.name === 'The key' ? 'whole' : 'shown this once' }}
      </h3>
      <code class="code">{{ row.text }}</code>
      <v-btn
        class="main"
        :prepend-icon="mdiContentCopy"
        :aria-label="`Copy ${row.name.toLowerCase()}`"
        @click="copy(row.text, row.name)"
        >Copy</v-btn
      >
      <p class="note">{{ row.note }}</p>
    </template>
    <v-btn class="bare done" @click="$emit('seen')">I have it</v-btn>
  </div>
</template>

<style scoped>
.once {
  margin: 8px 16px 10px;
  padding: 10px 12px;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 10px;
  align-items: center;
  background:
    linear-gradient(var(--accent) 0 0) 0 0 / 14px 2px,
    linear-gradient(var(--accent) 0 0) 0 0 / 2px 14px,
    linear-gradient(var(--accent) 0 0) 100% 0 / 14px 2px,
    linear-gradient(var(--accent) 0 0) 100% 0 / 2px 14px,
    linear-gradient(var(--accent) 0 0) 0 100% / 14px 2px,
    linear-gradient(var(--accent) 0 0) 0 100% / 2px 14px,
    linear-gradient(var(--accent) 0 0) 100% 100% / 14px 2px,
    linear-gradient(var(--accent) 0 0) 100% 100% / 2px 14px,
    var(--sheet);
  background-repeat: no-repeat;
}
h3,
.note {
  grid-column: 1 / -1;
}
h3 {
  font: 600 13px/18px var(--font-text);
}
code {
  overflow-wrap: anywhere;
  user-select: all;
}
.done {
  grid-column: 2;
}
</style>
