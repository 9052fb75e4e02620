<script setup lang="ts">
import * as limits from '@/api/limits'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import type { GlyphFilter } from '@/composables/useGlyphs'
import { useToast } from '@/composables/useToast'

/** Which glyphs are shown: a shelf with those on it, a tag, the archive, and what is said twice. */
defineProps<{ mayWrite: boolean }>()
const filter = defineModel<GlyphFilter>({ required: true })
const client = useQueryClient()
const { say } = useToast()
const { data: shelves } = useQuery({
  queryKey: ['shelves'],
  queryFn: async () =>
    ((await unwrap(api.GET('/api/v1/shelves', { params: { query: { limit: 200 } } }))) as Schemas['Shelves']).data,
})
const { data: tags } = useQuery({
  queryKey: ['tags'],
  queryFn: async () =>
    ((await unwrap(api.GET('/api/v1/glyphs/tags'))) as { data: { tag: string; glyphs: number }[] }).data,
})
/** Every shelf and those above it, with all that stands on it and below. */
const tree = computed(() => {
  const sums = new Map<string, number>()
  for (const { shelf, glyphs } of shelves.value ?? []) {
    const names = shelf.split('/')
    for (let depth = 1; depth <= names.length; depth++) {
      const above = names.slice(0, depth).join('/')
      sums.set(above, (sums.get(above) ?? 0) + glyphs)
    }
  }
  return [...sums]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([shelf, glyphs]) => ({ shelf, glyphs, depth: shelf.split('/').length - 1, name: shelf.split('/').at(-1)! }))
})
const isRenaming = ref(false)
const name = ref('')
const problem = ref('')
async function rename(): Promise<void> {
  problem.value = ''
  try {
    const { moved } = (await unwrap(
      api.POST('/api/v1/shelves/rename', { body: { from: filter.value.shelf, to: name.value } }),
    )) as Schemas['Shelved']
    say(`${moved} ${moved === 1 ? 'glyph' : 'glyphs'} on ${name.value}`)
    isRenaming.value = false
    filter.value = { ...filter.value, shelf: name.value }
    await Promise.all([
      client.invalidateQueries({ queryKey: ['shelves'] }),
      client.invalidateQueries({ queryKey: ['glyphs'] }),
    ])
  } catch (e) {
    problem.value = e instanceof ApiProblem ? (e.field('to') ?? e.message) : 'It could not be renamed.'
  }
}
</script>

<template>
  <div class="filters" role="group" aria-label="Which glyphs">
    <label class="label" for="f-shelf">Shelf</label>
    <select id="f-shelf" v-model="filter.shelf" class="kg-plain" @change="isRenaming = false">
      <option value="">all</option>
      <option v-if="filter.shelf !== '' && !tree.some((one) => one.shelf === filter.shelf)" :value="filter.shelf">
        {{ filter.shelf }}
      </option>
      <option v-for="one in tree" :key="one.shelf" :value="one.shelf">
        {{ '\u00a0\u00a0'.repeat(one.depth) }}{{ one.name }}, {{ one.glyphs }}
      </option>
    </select>
    <button
      v-if="filter.shelf !== '' && mayWrite"
      type="button"
      class="link"
      @click="((isRenaming = !isRenaming), (name = filter.shelf))"
    >
      Rename
    </button>
    <form v-if="isRenaming" class="row" @submit.prevent="rename">
      <input
        v-model="name"
        class="kg-plain"
        aria-label="New name of the shelf"
        :maxlength="limits.renameShelf.to.maxLength"
        required
      />
      <v-btn type="submit">Rename it</v-btn>
      <span v-if="problem" class="wrong" role="alert">{{ problem }}</span>
    </form>
    <label class="label" for="f-tag">Tag</label>
    <select id="f-tag" v-model="filter.tag" class="kg-plain">
      <option value="">any</option>
      <option v-if="filter.tag !== '' && !(tags ?? []).some((one) => one.tag === filter.tag)" :value="filter.tag">
        {{ filter.tag }}
      </option>
      <option v-for="one in tags ?? []" :key="one.tag" :value="one.tag">{{ one.tag }}, {{ one.glyphs }}</option>
    </select>
    <label class="row"><input v-model="filter.twice" type="checkbox" />said twice</label>
    <label class="row"
      ><input
        type="checkbox"
        :checked="filter.archived === 'only'"
        @change="filter = { ...filter, archived: filter.archived === 'only' ? 'no' : 'only' }"
      />the archive</label
    >
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  gap: 8px 12px;
  align-items: center;
  flex-wrap: wrap;
  padding: 6px 16px;
  border-bottom: 1px solid var(--rule);
  background: var(--paper);
}
select {
  max-width: 240px;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-color: var(--edge);
}
.wrong {
  color: var(--fail);
}
</style>
