<script setup lang="ts">
import { mdiContentCopy, mdiMagnify } from '@mdi/js'
import { computed, nextTick, ref } from 'vue'
import type { ApiProblem, Drawing } from '@/api/client'
import type { Composition } from '@/composables/useComposition'
import { useShortcut } from '@/composables/useShortcut'
import { useToast } from '@/composables/useToast'
import { counted, grouped } from '@/lib/bytes'
import KgSegments from './KgSegments.vue'
import KgVerdict from './KgVerdict.vue'

/** What the symbol says: its kind, the field with its rules, and the text as it is encoded. */
const props = defineProps<{ drawing: Drawing | null; problem: ApiProblem | null }>()
const fields = defineModel<Composition>('fields', { required: true })
const { say } = useToast()

const KINDS = [
  { group: 'Web', kind: 'link', name: 'Link', words: 'link url address page website open' },
  { group: 'Raw', kind: 'text', name: 'Text', words: 'text note label serial show' },
] as const
const search = ref('')
const shown = computed(() =>
  KINDS.filter((k) => `${k.group} ${k.words}`.toLowerCase().includes(search.value.trim().toLowerCase())),
)
const find = ref<{ focus: () => void }>()
const input = ref<{ focus: () => void }>()
useShortcut('/', () => find.value?.focus())

async function choose(kind: Composition['kind']): Promise<void> {
  fields.value.kind = kind
  search.value = ''
  await nextTick()
  input.value?.focus()
}

/** Pasting into the search guesses the kind and fills the field. */
function paste(event: ClipboardEvent): void {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (text.trim() === '') return
  event.preventDefault()
  fields.value.text = text.trim()
  void choose(/^[a-z][a-z0-9+.-]*:\/\/|^[\w-]+(\.[\w-]+)+(\/|$)/i.test(text.trim()) ? 'link' : 'text')
}

const problems = computed(() => props.drawing?.payload.problems ?? [])
const refusal = computed(() => props.problem?.field('text'))

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(fields.value.text)
    say('Text copied')
  } catch {
    say('The browser did not allow copying. Select the text and press Ctrl C.')
  }
}
defineExpose({ focus: () => input.value?.focus() })
</script>

<template>
  <div class="payload">
    <div class="kinds">
      <v-text-field
        ref="find"
        v-model="search"
        class="find"
        variant="plain"
        :prepend-inner-icon="mdiMagnify"
        placeholder="Find a kind, or paste anything"
        aria-label="Find a kind, or paste anything"
        @paste="paste"
        @keydown.enter.prevent="shown[0] && choose(shown[0].kind)"
      >
        <template #append-inner><kbd>/</kbd></template>
      </v-text-field>
      <div class="index" role="radiogroup" aria-label="Kind">
        <template v-for="k in shown" :key="k.kind">
          <span class="group">{{ k.group }}</span>
          <span class="kind">
            <button type="button" role="radio" :aria-checked="fields.kind === k.kind" @click="choose(k.kind)">
              {{ k.name }}
            </button>
          </span>
        </template>
      </div>
      <p v-if="shown.length === 0" class="note">No kind by that name. Press Esc to clear.</p>
    </div>

    <div class="form">
      <label class="label" for="payload-text">{{ fields.kind === 'link' ? 'Link' : 'Text' }}</label>
      <v-textarea
        id="payload-text"
        ref="input"
        v-model="fields.text"
        class="code-field"
        rows="1"
        auto-grow
        max-rows="7"
        autofocus
        spellcheck="false"
        autocapitalize="off"
        autocomplete="off"
        :placeholder="fields.kind === 'link' ? 'https://fennmoor.example/hive/7' : 'HIVE 17-B / APIARY NORTH'"
        :error="refusal !== undefined"
        aria-describedby="payload-says"
      />
      <div id="payload-says" aria-live="polite">
        <p v-if="refusal" class="says row fails">
          <KgVerdict verdict="fails" /><span>{{ refusal }}</span>
        </p>
        <div v-for="p in problems" :key="p.code" class="says">
          <p class="row">
            <KgVerdict :verdict="p.severity === 'error' ? 'fails' : 'marginal'" /><span
              :class="p.severity === 'error' ? 'fails' : 'marginal'"
              >{{ p.message }}</span
            >
          </p>
          <p v-if="p.fix || p.code === 'scheme_missing'" class="row offers">
            <v-btn v-if="p.fix" size="small" @click="fields.text = p.fix.value"
              ><span class="clip">{{ p.fix.label }}</span></v-btn
            >
            <v-btn v-if="p.code === 'scheme_missing'" class="bare" size="small" @click="fields.kind = 'text'"
              >Keep as text</v-btn
            >
          </p>
        </div>
        <p v-if="drawing && problems.length === 0 && !refusal" class="says row">
          <KgVerdict verdict="holds" /><span class="note">{{
            fields.kind === 'link' ? 'A phone opens this page.' : 'A phone shows this text.'
          }}</span>
        </p>
        <p v-if="!drawing && !refusal" class="note says">
          {{
            fields.kind === 'link'
              ? 'Type or paste a link with its scheme; the symbol follows every keystroke.'
              : 'Type or paste a text; the symbol follows every keystroke.'
          }}
        </p>
      </div>
    </div>

    <div v-if="drawing" class="strip">
      <div class="row">
        <h2 class="grow">Encoded text</h2>
        <span class="fig">{{ counted(drawing.symbol.bytes, 'byte') }}</span><v-btn
          class="bare icon"
          aria-label="Copy the encoded text"
          @click="copy"
          ><v-icon :icon="mdiContentCopy"
        /></v-btn>
      </div>
      <KgSegments :text="drawing.symbol.text" :segments="drawing.symbol.segments" />
      <p class="note">
        {{ grouped(drawing.symbol.bits_used) }} of {{ grouped(drawing.symbol.bits_available) }} bits.
        {{ counted(drawing.symbol.bytes_left, 'more byte') }} before it grows.
      </p>
    </div>
  </div>
</template>

<style scoped>
.payload {
  display: flex;
  flex-direction: column;
  min-height: 0;
  flex: 1;
}
.kinds {
  padding: 8px 16px 9px;
  border-bottom: 1px solid var(--rule);
  background: var(--sheet);
}
.find {
  margin-bottom: 6px;
  border-bottom: 1px solid var(--edge);
}
.find :deep(.v-field) {
  --v-field-padding-start: 2px;
  --v-field-padding-end: 2px;
}
.index {
  display: grid;
  grid-template-columns: 52px 1fr;
  row-gap: 1px;
}
.group {
  font: var(--t-note);
  color: var(--ink-3);
  padding-top: 3px;
}
.kind {
  display: flex;
  gap: 1px 2px;
  flex-wrap: wrap;
  margin-left: -5px;
}
.kind button {
  border: 0;
  background: none;
  padding: 2px 6px;
  border-radius: var(--r);
  font: 500 12.5px/18px var(--font-text);
}
.kind button:hover {
  background: var(--bench);
}
.kind button[aria-checked='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.form {
  padding: 10px 16px 12px;
  display: grid;
  gap: 4px;
}
.says {
  padding-top: 6px;
  font: var(--t-note);
}
.says.row,
.says .row {
  align-items: flex-start;
}
.says .v {
  margin-top: 3px;
}
.says .fails {
  color: var(--fail);
}
.says .marginal {
  color: var(--marg);
}
.offers {
  padding: 5px 0 2px 19px;
  flex-wrap: wrap;
}
.offers .kg-btn {
  height: 26px !important;
  font-size: 12.5px;
  max-width: 100%;
  padding: 0 9px;
}
.offers :deep(.v-btn__content) {
  min-width: 0;
  overflow: hidden;
}
.strip {
  margin-top: auto;
  border-top: 1px solid var(--line);
  background: var(--sheet);
  padding: 8px 16px 11px;
}
.strip .row {
  margin-bottom: 2px;
}
.strip > .note {
  margin-top: 2px;
}
.icon {
  padding: 0;
  width: 28px;
  height: 28px !important;
}
@media (max-width: 719px) {
  .find {
    display: none;
  }
  .kinds {
    padding: 4px 12px;
  }
  .index {
    display: flex;
    gap: 4px;
  }
  .group {
    display: none;
  }
  .form,
  .strip {
    padding-inline: 12px;
  }
  .kind button {
    padding: 10px 12px;
  }
  .group {
    padding-top: 11px;
  }
  .offers .kg-btn {
    height: 44px !important;
  }
}
</style>
