<script setup lang="ts">
import * as limits from '@/api/limits'
import { computed, reactive, ref, watch } from 'vue'
import { ApiProblem } from '@/api/client'
import type { Key, KeyDraft } from '@/composables/useKeys'
import { ABILITIES } from '@/lib/keys'

/** What a key may do, from where and how much: for a new one, and to change one. */
const props = defineProps<{ known: Key | null; send: (draft: KeyDraft) => Promise<unknown> }>()
const emit = defineEmits<{ done: [] }>()

const draft = reactive({
  name: props.known?.name ?? '',
  sort: props.known?.sort ?? ('secret' as Key['sort']),
  abilities: [...(props.known?.abilities ?? (['draw', 'read'] as Key['abilities']))],
  origins: (props.known?.origins ?? []).join('\n'),
  must_sign: props.known?.must_sign ?? true,
})
const quota = ref(String(props.known?.quota ?? ''))
const pace = ref(String(props.known?.per_minute ?? 1200))
const ends = ref(props.known?.expires_at?.slice(0, 10) ?? '')
const wrong = ref<Record<string, string[]>>({})
const isSending = ref(false)
const isForPages = computed(() => draft.sort === 'publishable')
watch(isForPages, (pages) => {
  if (pages)
    draft.abilities = draft.abilities.filter((one) => ABILITIES.find(({ value }) => value === one)?.forPages === true)
})
const toggle = (value: Key['abilities'][number]): void => {
  draft.abilities = draft.abilities.includes(value)
    ? draft.abilities.filter((one) => one !== value)
    : [...draft.abilities, value]
}
/** Messages about a field, or about one entry of its list. */
const about = (name: string): string[] =>
  Object.entries(wrong.value)
    .filter(([place]) => place === name || place.startsWith(`${name}.`))
    .flatMap(([, messages]) => messages)

async function submit(): Promise<void> {
  wrong.value = {}
  if (draft.abilities.length === 0) {
    wrong.value = { abilities: ['Choose what the key may do.'] }
    return
  }
  isSending.value = true
  const number = (text: string): number | null => (text.trim() === '' ? null : Number(text.replace(/\s/g, '')))
  try {
    await props.send({
      name: draft.name,
      ...(props.known === null ? { sort: draft.sort } : {}),
      abilities: draft.abilities,
      ...(isForPages.value
        ? { origins: draft.origins.split(/[\s,]+/).filter((one) => one !== ''), must_sign: draft.must_sign }
        : {}),
      quota: number(quota.value),
      per_minute: number(pace.value) ?? 1200,
      expires_at: ends.value === '' ? null : `${ends.value}T23:59:59Z`,
    } as KeyDraft)
    emit('done')
  } catch (e) {
    if (!(e instanceof ApiProblem)) throw e
    wrong.value = Object.keys(e.errors).length > 0 ? e.errors : { name: [e.message] }
  } finally {
    isSending.value = false
  }
}
</script>

<template>
  <form class="key-form" @submit.prevent="submit">
    <div class="one">
      <label class="label" for="key-name">What it is for</label>
      <v-text-field
        id="key-name"
        v-model="draft.name"
        :maxlength="limits.createKey.name.maxLength"
        autofocus
        :error="about('name').length > 0"
        aria-describedby="key-name-says"
        placeholder="Newsletter"
      />
      <p id="key-name-says" class="wrong">{{ about('name')[0] }}</p>
    </div>
    <fieldset v-if="known === null" class="one">
      <legend class="label">Who holds it</legend>
      <label class="row"
        ><input v-model="draft.sort" type="radio" value="secret" /><span
          ><b>Secret</b>, for your servers. Shown once; refused when a browser sends it.</span
        ></label
      >
      <label class="row"
        ><input v-model="draft.sort" type="radio" value="publishable" /><span
          ><b>Publishable</b>, for pages and mails. Anybody may see it.</span
        ></label
      >
    </fieldset>
    <fieldset class="one">
      <legend class="label">May</legend>
      <label v-for="one in ABILITIES" :key="one.value" class="row" :class="{ off: isForPages && !one.forPages }"
        ><input
          type="checkbox"
          :checked="draft.abilities.includes(one.value)"
          :disabled="isForPages && !one.forPages"
          @change="toggle(one.value)"
        /><b>{{ one.name }}</b
        ><span class="note">{{ one.does }}</span></label
      >
      <p v-if="isForPages" class="note">
        From a page, anybody could list your glyphs, change them, or use up the cards at a gate: those need a secret
        key.
      </p>
      <p class="wrong">{{ about('abilities')[0] }}</p>
    </fieldset>
    <div v-if="isForPages" class="one">
      <label class="label" for="key-origins">From pages at, one in each line</label>
      <v-textarea
        id="key-origins"
        v-model="draft.origins"
        class="code-field"
        rows="2"
        spellcheck="false"
        placeholder="https://www.fennmoor.example"
      />
      <p class="wrong">{{ about('origins')[0] }}</p>
      <label class="row"
        ><input v-model="draft.must_sign" type="checkbox" /><span
          ><b>Addresses must be signed.</b>{{ ' ' }}
          <span class="note">Leave it off for elements in a page that is listed.</span></span
        ></label
      >
    </div>
    <div class="three">
      <div class="one">
        <label class="label" for="key-quota">Calls a month</label>
        <input
          id="key-quota"
          v-model="quota"
          class="plain"
          :aria-invalid="about('quota').length > 0"
          inputmode="numeric"
          placeholder="no end"
        />
        <p class="wrong">{{ about('quota')[0] }}</p>
      </div>
      <div class="one">
        <label class="label" for="key-pace">Calls a minute</label>
        <input
          id="key-pace"
          v-model="pace"
          class="plain"
          :aria-invalid="about('per_minute').length > 0"
          inputmode="numeric"
        />
        <p class="wrong">{{ about('per_minute')[0] }}</p>
      </div>
      <div class="one">
        <label class="label" for="key-ends">Ends on</label>
        <input id="key-ends" v-model="ends" class="plain" :aria-invalid="about('expires_at').length > 0" type="date" />
        <p class="wrong">{{ about('expires_at')[0] }}</p>
      </div>
    </div>
    <div class="acts">
      <v-btn class="bare" @click="emit('done')">Cancel</v-btn>
      <v-btn class="main" type="submit" :loading="isSending">{{ known === null ? 'Make key' : 'Save' }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.plain[aria-invalid='true'] {
  border-color: var(--fail);
}
.key-form {
  display: grid;
  gap: 12px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
.one {
  display: grid;
  gap: 4px;
  align-content: start;
}
.three {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 12px;
}
.row b {
  min-width: 112px;
}
.row.off {
  opacity: 0.6;
}
.wrong {
  color: var(--fail);
  font: var(--t-note);
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
