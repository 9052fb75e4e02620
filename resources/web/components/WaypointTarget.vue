<script setup lang="ts">
import { computed } from 'vue'
import { useFiles, usePageList } from '@/composables/usePages'
import PageFile from './PageFile.vue'
import { type Target, type TargetKind, targetKind, TARGETS } from '@/lib/route'

/** What a visitor gets: a link, a page or file of ours, a text, or a card or event made of its few most used fields. */
defineProps<{ label: string; disabled?: boolean }>()
const target = defineModel<Target>({ required: true })
const kind = computed(() => targetKind(target.value))
const { pages } = usePageList('')
const { data: files } = useFiles()
const value = computed(() => Object.values(target.value)[0] as string | Record<string, unknown>)
const FIELDS = {
  contact: [
    { name: 'given_name', label: 'Given name' },
    { name: 'family_name', label: 'Family name' },
    { name: 'organisation', label: 'Organisation' },
  ],
  event: [
    { name: 'title', label: 'Title' },
    { name: 'start', label: 'Begins, 2027-06-12T18:30' },
    { name: 'end', label: 'Ends, 2027-06-12T20:00' },
    { name: 'location', label: 'Place' },
  ],
} as const

function choose(next: TargetKind): void {
  if (next === kind.value) return
  if (next === 'link') target.value = { link: 'https://' }
  else if (next === 'page') target.value = { page: pages.value[0]?.code ?? '' }
  else if (next === 'file') target.value = { file: files.value?.[0]?.id ?? '' }
  else target.value = (next === 'text' ? { text: '' } : { [next]: {} }) as Target
}
const put = (text: string): void => {
  target.value = { [kind.value]: text } as Target
}
function field(name: string, text: string): void {
  const before = typeof value.value === 'string' ? {} : value.value
  const others = Object.entries(before).filter(([other]) => other !== name)
  const own = Object.fromEntries(text.trim() === '' ? others : [...others, [name, text]])
  target.value = { [kind.value]: own } as Target
}
const part = (name: string): string => (typeof value.value === 'string' ? '' : String(value.value[name] ?? ''))
/** A file that was made before says what it is about. */
const summary = computed(() =>
  typeof value.value === 'string' ? (/^(?:FN|SUMMARY)[^:]*:(.*)$/m.exec(value.value)?.[1] ?? '').trim() : '',
)
</script>

<template>
  <div class="target">
    <select
      :value="kind"
      :aria-label="`${label}: what they get`"
      :disabled="disabled"
      @change="choose(($event.target as HTMLSelectElement).value as TargetKind)"
    >
      <option v-for="one in TARGETS" :key="one.kind" :value="one.kind">{{ one.says }}</option>
    </select>
    <input
      v-if="kind === 'link'"
      class="code"
      :value="value"
      :aria-label="`${label}: link`"
      :disabled="disabled"
      spellcheck="false"
      inputmode="url"
      @input="put(($event.target as HTMLInputElement).value)"
    />
    <span v-else-if="kind === 'page'" class="row grow">
      <select
        class="grow"
        :value="value"
        :aria-label="`${label}: page`"
        :disabled="disabled"
        @change="put(($event.target as HTMLSelectElement).value)"
      >
        <option v-if="!pages.some((one) => one.code === value)" :value="value">{{ value || 'no page yet' }}</option>
        <option v-for="one in pages" :key="one.code" :value="one.code">{{ one.name }}, {{ one.code }}</option>
      </select>
      <router-link
        v-if="pages.find((one) => one.code === value)"
        class="note"
        :to="`/pages/${pages.find((one) => one.code === value)?.id}`"
        >Open</router-link
      >
    </span>
    <PageFile
      v-else-if="kind === 'file'"
      :id="`file-${label}`"
      class="grow"
      :model-value="value as string"
      :label="`${label}: file`"
      :picture="false"
      :disabled="disabled"
      @update:model-value="put($event)"
    />
    <textarea
      v-else-if="kind === 'text'"
      rows="2"
      :value="value as string"
      :aria-label="`${label}: text`"
      :disabled="disabled"
      @input="put(($event.target as HTMLTextAreaElement).value)"
    />
    <span v-else class="fields">
      <span v-if="summary" class="note">{{ summary }}; write anew to change it</span>
      <label v-for="one in FIELDS[kind as 'contact' | 'event']" :key="one.name"
        ><span class="note">{{ one.label }}</span>
        <input
          :value="part(one.name)"
          :disabled="disabled"
          @input="field(one.name, ($event.target as HTMLInputElement).value)"
      /></label>
    </span>
  </div>
</template>

<style scoped>
.target {
  display: flex;
  gap: 6px;
  align-items: flex-start;
  min-width: 0;
  flex: 1;
}
.target > input,
.target > textarea {
  flex: 1;
  min-width: 0;
}
select,
input,
textarea {
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: var(--sheet);
  color: var(--ink);
  min-height: 30px;
  padding: 2px 6px;
}
.fields {
  display: grid;
  gap: 4px;
  flex: 1;
}
.fields label {
  display: grid;
  grid-template-columns: 150px 1fr;
  align-items: center;
}
</style>
