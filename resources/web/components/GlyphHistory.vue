<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ApiProblem, type Glyph, type Schemas, unwrap } from '@/api/client'
import { useToast } from '@/composables/useToast'
import { momentOf } from '@/lib/moments'

/** What a glyph was: two of its revisions side by side, what lies between them, and the way back. */
const props = defineProps<{ glyph: Glyph; mayWrite: boolean }>()
const isOpen = defineModel<boolean>({ required: true })
const emit = defineEmits<{ restored: [glyph: Glyph] }>()
const client = useQueryClient()
const { say } = useToast()
const { data, error, isPending } = useQuery({
  queryKey: ['glyph-revisions', computed(() => props.glyph.id), computed(() => props.glyph.revision)],
  enabled: isOpen,
  queryFn: async () =>
    (
      (await unwrap(
        api.GET('/api/v1/glyphs/{glyph}/revisions', { params: { path: { glyph: props.glyph.id } } }),
      )) as Schemas['GlyphRevisions']
    ).data,
})
const revisions = computed(() => data.value ?? [])
const earlier = ref(0)
watch(revisions, (all) => (earlier.value = all[1]?.revision ?? 0), { immediate: true })
const newest = computed(() => revisions.value[0])
/** Everything between the two, the last value of each field. */
const between = computed(() => {
  const fields = new Map<string, { from: unknown; to: unknown }>()
  for (const one of revisions.value.filter((r) => r.revision > earlier.value).reverse())
    for (const { field, from, to } of one.changes)
      fields.set(field, { from: fields.has(field) ? fields.get(field)!.from : from, to })
  return [...fields].filter(([, { from, to }]) => JSON.stringify(from) !== JSON.stringify(to))
})
const picture = (revision: number): string => `/api/v1/glyphs/${props.glyph.id}/revisions/${revision}/image.svg`
const shown = (value: unknown): string =>
  value === null || value === undefined ? 'none' : typeof value === 'string' ? value : JSON.stringify(value)
const isBusy = ref(false)
async function restore(): Promise<void> {
  isBusy.value = true
  try {
    const glyph = (await unwrap(
      api.POST('/api/v1/glyphs/{glyph}/revisions/{revision}/restore', {
        params: {
          path: { glyph: props.glyph.id, revision: earlier.value },
          header: { 'If-Match': `"${props.glyph.id}-${props.glyph.revision}"` },
        },
      }),
    )) as Glyph
    await client.invalidateQueries({ queryKey: ['glyphs'] })
    isOpen.value = false
    say(`Revision ${earlier.value} is back, as revision ${glyph.revision}`)
    emit('restored', glyph)
  } catch (e) {
    say(e instanceof ApiProblem ? e.message : 'It could not be brought back. Try again.')
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <v-dialog v-model="isOpen" max-width="760">
    <div class="sheet-card hist" role="dialog" aria-labelledby="hist-h">
      <h2 id="hist-h">What {{ glyph.name }} was</h2>
      <p v-if="error" class="wrong" role="alert">{{ error.message }}</p>
      <p v-else-if="isPending" class="note">One moment</p>
      <p v-else-if="revisions.length < 2" class="note">It is as it was first saved.</p>
      <div v-else class="two">
        <figure>
          <figcaption>
            <label class="label" for="earlier">Earlier</label>
            <select id="earlier" v-model.number="earlier" class="kg-plain">
              <option v-for="one in revisions.slice(1)" :key="one.revision" :value="one.revision">
                revision {{ one.revision }}, {{ momentOf(one.at) }}
              </option>
            </select>
          </figcaption>
          <img v-if="earlier > 0" :src="picture(earlier)" :alt="`Revision ${earlier}`" />
        </figure>
        <figure>
          <figcaption class="label">Now, revision {{ newest?.revision }}, {{ momentOf(newest!.at) }}</figcaption>
          <img :src="picture(newest!.revision)" :alt="`Revision ${newest?.revision}`" />
        </figure>
      </div>
      <table v-if="between.length > 0">
        <thead>
          <tr>
            <th>What</th>
            <th>Revision {{ earlier }}</th>
            <th>Now</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="[field, { from, to }] in between" :key="field">
            <td>{{ field.replaceAll('_', ' ') }}</td>
            <td class="code">{{ shown(from) }}</td>
            <td class="code">{{ shown(to) }}</td>
          </tr>
        </tbody>
      </table>
      <div class="acts">
        <v-btn @click="isOpen = false">Close</v-btn
        ><v-btn
          v-if="revisions.length > 1"
          class="main"
          :disabled="!mayWrite || between.length === 0"
          :loading="isBusy"
          @click="restore"
          >Make it revision {{ earlier }} again</v-btn
        >
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.hist {
  max-height: 86vh;
  overflow: auto;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
}
figcaption {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 34px;
}
img {
  width: 100%;
  max-height: 240px;
  object-fit: contain;
  background: #fff;
  border: 1px solid var(--line);
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th,
td {
  text-align: left;
  padding: 5px 8px 5px 0;
  border-bottom: 1px solid var(--rule);
  overflow-wrap: anywhere;
}
th:first-child {
  width: 130px;
}
.wrong {
  color: var(--fail);
}
</style>
