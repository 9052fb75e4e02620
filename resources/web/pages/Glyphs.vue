<script setup lang="ts">
import { shelveGlyphs } from '@/api/limits'
import { mdiArrowDown, mdiDeleteOutline, mdiMagnify, mdiPencilOutline, mdiPlus } from '@mdi/js'
import { useQueryClient } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ApiProblem, type Glyph, unwrap } from '@/api/client'
import GlyphFilters from '@/components/GlyphFilters.vue'
import GlyphTags from '@/components/GlyphTags.vue'
import KgCheck from '@/components/KgCheck.vue'
import KgThumb from '@/components/KgThumb.vue'
import KgRename from '@/components/KgRename.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import KgApplied from '@/components/KgApplied.vue'
import { type GlyphFilter, type GlyphSort, useGlyphChanges, useGlyphList } from '@/composables/useGlyphs'
import { type SavedFinish, useFinishChanges, useFinishes, type Applied } from '@/composables/useFinishes'
import { startProof } from '@/composables/useProofs'
import { useKinds } from '@/composables/useKinds'
import { useShortcut } from '@/composables/useShortcut'
import { useAbout } from '@/composables/useAbout'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { counted } from '@/lib/bytes'

const { mayWrite } = useSession()
const route = useRoute()
const router = useRouter()
const words = ref(typeof route.query.q === 'string' ? route.query.q : '')
const asked = refDebounced(words, 150)
const sort = ref<GlyphSort>('-updated_at')
const filter = ref<GlyphFilter>({
  shelf: typeof route.query.shelf === 'string' ? route.query.shelf : '',
  tag: typeof route.query.tag === 'string' ? route.query.tag : '',
  archived: 'no',
  twice: false,
})
const isFiltered = computed(
  () => filter.value.shelf !== '' || filter.value.tag !== '' || filter.value.archived === 'only' || filter.value.twice,
)
const { glyphs, total, isMore, isPending, isError, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } =
  useGlyphList(asked, sort, filter)
const { remove, rename } = useGlyphChanges()
const { say } = useToast()
const { byName } = useKinds()

// Chosen glyphs, for a finish that goes on all of them.
const chosen = ref(new Set<string>())
const { finishes } = useFinishes()
const { apply, reached } = useFinishChanges()
function choose(glyph: Glyph, isChosen: boolean): void {
  const next = new Set(chosen.value)
  if (isChosen) next.add(glyph.id)
  else next.delete(glyph.id)
  chosen.value = next
}
const allChosen = computed({
  get: () => glyphs.value.length > 0 && glyphs.value.every((glyph) => chosen.value.has(glyph.id)),
  set: (all) => (chosen.value = new Set(all ? glyphs.value.map((glyph) => glyph.id) : [])),
})
const confirming = ref<SavedFinish | null>(null)
async function applyChosen(): Promise<void> {
  if (confirming.value === null) return
  const finish = confirming.value
  const applied = await apply.mutateAsync({ finish, glyphs: [...chosen.value] })
  confirming.value = null
  const isWhole = applied.refused.length === 0 && applied.stopped === null
  if (isWhole) say(`${finish.name} is on ${counted(applied.applied, 'glyph')}`)
  else outcome.value = applied
  // Those that were refused stay chosen, to be looked at or tried with another finish.
  if (applied.stopped === null) chosen.value = new Set(applied.refused.map((one) => one.id))
}
/** What came of it where some glyphs did not take the finish. */
const outcome = ref<Applied | null>(null)
const { limits } = useAbout()
const shelving = ref(false)
const tagging = ref(false)
const client = useQueryClient()
const shelf = ref('')
const proofWords = (glyph: Glyph): string =>
  glyph.proof == null
    ? ''
    : !glyph.proof.current
      ? 'older'
      : `${glyph.proof.letter ?? ''}${glyph.proof.met === null ? '' : glyph.proof.met ? ', met' : ', not met'}`
const proofTitle = (glyph: Glyph): string =>
  glyph.proof == null
    ? ''
    : `Print grade ${glyph.proof.letter ?? 'unknown'}, found for revision ${glyph.proof.revision}`
const isProofing = ref(false)
/** All of them wait in the queue, and go on there whatever happens to this page. */
async function proofAll(): Promise<void> {
  isProofing.value = true
  const ids = [...chosen.value]
  try {
    for (const glyph of ids) await startProof({ glyph })
    say(`${counted(ids.length, 'glyph')} in the queue: Proof shows how far each has come.`)
  } catch (e) {
    say(e instanceof Error ? e.message : 'They could not be put in the queue.')
  } finally {
    isProofing.value = false
  }
}
/** Puts the chosen ones on a shelf, or without a name takes them off. */
async function shelve(): Promise<void> {
  const ids = [...chosen.value]
  const name = shelf.value.trim()
  try {
    for (let at = 0; at < ids.length; at += limits.value.shelve_glyphs) {
      const glyphs = ids.slice(at, at + limits.value.shelve_glyphs)
      await unwrap(api.POST('/api/v1/glyphs/arrange', { body: { glyphs, shelf: name === '' ? null : name } }))
    }
    say(name === '' ? `${counted(ids.length, 'glyph')} off the shelf` : `${counted(ids.length, 'glyph')} on ${name}`)
    shelving.value = false
    chosen.value = new Set()
    await Promise.all([refetch(), client.invalidateQueries({ queryKey: ['shelves'] })])
  } catch (e) {
    say(e instanceof ApiProblem ? e.message : 'They could not be put there. Try again.')
  }
}
/** Out of sight, or back. */
async function archive(isAway: boolean): Promise<void> {
  const ids = [...chosen.value]
  const put = async (archived: boolean): Promise<void> => {
    for (let at = 0; at < ids.length; at += limits.value.shelve_glyphs)
      await unwrap(
        api.POST('/api/v1/glyphs/arrange', {
          body: { glyphs: ids.slice(at, at + limits.value.shelve_glyphs), archived },
        }),
      )
    await refetch()
  }
  try {
    await put(isAway)
    chosen.value = new Set()
    say(`${counted(ids.length, 'glyph')} ${isAway ? 'archived' : 'back from the archive'}`, {
      label: 'Undo',
      run: () => void put(!isAway),
    })
  } catch (e) {
    say(e instanceof ApiProblem ? e.message : 'It could not be done. Try again.')
  }
}
async function copyFinish(): Promise<void> {
  const [id] = chosen.value
  try {
    const glyph = (await unwrap(api.GET('/api/v1/glyphs/{glyph}', { params: { path: { glyph: id! } } }))) as Glyph
    await navigator.clipboard.writeText(JSON.stringify(glyph.finish, null, 2))
    say(`Finish of ${glyph.name} copied; paste it under Compose, Finish`)
  } catch (e) {
    say(e instanceof ApiProblem ? e.message : 'The browser did not allow it.')
  }
}

const find = ref<{ focus: () => void }>()
useShortcut('/', () => find.value?.focus())

const renaming = ref<string | null>(null)
const renameProblem = ref('')
function beginRename(glyph: Glyph): void {
  renaming.value = glyph.id
  renameProblem.value = ''
}
async function endRename(glyph: Glyph, name: string): Promise<void> {
  if (renaming.value !== glyph.id) return
  if (name.trim() === glyph.name) {
    renaming.value = null
    return
  }
  try {
    await rename.mutateAsync({ glyph, name })
    renaming.value = null
  } catch (e) {
    renameProblem.value = e instanceof ApiProblem ? (e.field('name') ?? e.message) : 'Renaming failed. Try again.'
  }
}

const today = new Date()
function changed(iso: string): string {
  const at = new Date(iso)
  if (at.toDateString() === today.toDateString())
    return at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
  return at.toLocaleDateString('en-GB', {
    day: '2-digit',
    month: 'short',
    ...(at.getFullYear() === today.getFullYear() ? {} : { year: 'numeric' }),
  })
}
const summary = computed(() =>
  asked.value.trim() === ''
    ? `${isMore.value ? 'more than ' : ''}${counted(total.value, 'glyph')}`
    : `${isMore.value ? 'more than ' : ''}${counted(total.value, 'glyph')} with “${asked.value.trim()}”`,
)
const size = (glyph: Glyph): string =>
  glyph.size_mm !== null
    ? `${glyph.size_mm} mm`
    : glyph.module_px === null
      ? `${glyph.size_px} px`
      : `${glyph.module_px} px a module`
</script>

<template>
  <section class="lib" aria-label="Glyphs">
    <div class="lh">
      <h1>Glyphs</h1>
      <v-text-field
        ref="find"
        v-model="words"
        class="find"
        :prepend-inner-icon="mdiMagnify"
        placeholder="Name or text"
        aria-label="Find a glyph"
        clearable
        @click:clear="words = ''"
        @keydown.esc="words = ''"
      >
        <template #append-inner><kbd>/</kbd></template>
      </v-text-field>
      <span class="note grow count" role="status">{{ isPending ? '' : summary }}</span>
      <v-btn class="main" to="/compose" :prepend-icon="mdiPlus">Compose</v-btn>
    </div>
    <GlyphFilters v-model="filter" :may-write="mayWrite" />
    <div class="tb">
      <div v-if="isError" class="alert" role="alert">
        <KgVerdict verdict="fails" /><b>The list could not be loaded</b>
        <p>{{ error?.message }}</p>
        <v-btn @click="refetch()">Try again</v-btn>
      </div>
      <table v-else-if="glyphs.length > 0" class="ruled">
        <thead>
          <tr>
            <th class="tick"><KgCheck v-model="allChosen" aria-label="Choose all that are shown" /></th>
            <th><span class="sr">Picture</span></th>
            <th :aria-sort="sort === 'name' ? 'ascending' : undefined">
              <button type="button" class="sort" @click="sort = 'name'">
                Glyph<v-icon v-if="sort === 'name'" class="kg-icon" :icon="mdiArrowDown" />
              </button>
            </th>
            <th class="opt">Kind</th>
            <th class="opt">Symbol</th>
            <th class="opt num">Size</th>
            <th class="opt">Inks</th>
            <th class="opt">Proof</th>
            <th class="num opt" :aria-sort="sort === '-updated_at' ? 'descending' : undefined">
              <button type="button" class="sort" @click="sort = '-updated_at'">
                Changed<v-icon v-if="sort === '-updated_at'" class="kg-icon" :icon="mdiArrowDown" />
              </button>
            </th>
            <th><span class="sr">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="glyph in glyphs"
            :key="glyph.id"
            :class="{ chosen: chosen.has(glyph.id) }"
            @dblclick="router.push(`/compose/${glyph.id}`)"
          >
            <td class="tick">
              <KgCheck
                :model-value="chosen.has(glyph.id)"
                :aria-label="`Choose ${glyph.name}`"
                @update:model-value="choose(glyph, $event)"
              />
            </td>
            <td class="pic">
              <router-link :to="`/compose/${glyph.id}`" tabindex="-1" aria-hidden="true"
                ><KgThumb :glyph="glyph" :size="40"
              /></router-link>
            </td>
            <td class="nm">
              <KgRename
                v-if="renaming === glyph.id"
                :name="glyph.name"
                :problem="renameProblem"
                @keep="endRename(glyph, $event)"
                @leave="renaming = null"
              />
              <template v-else
                ><router-link :to="`/compose/${glyph.id}`" class="clip">{{ glyph.name }}</router-link
                ><span class="code clip"
                  ><button
                    v-for="one in glyph.tags"
                    :key="one"
                    type="button"
                    class="tagged"
                    :title="`Show those tagged ${one}`"
                    @click="filter = { ...filter, tag: one }"
                  >
                    {{ one }}</button
                  >{{ glyph.text }}</span
                ></template
              >
            </td>
            <td class="opt">{{ byName(glyph.kind)?.label ?? '' }}</td>
            <td class="fig opt">
              {{ glyph.symbol.version }}-{{ glyph.symbol.level
              }}<span class="note fig2">{{ glyph.symbol.modules }} modules</span>
            </td>
            <td class="num opt">{{ size(glyph) }}</td>
            <td class="opt">
              <span class="inks"
                ><i :style="{ background: glyph.dark }" /><i :style="{ background: glyph.light }" /><span
                  class="fig dt"
                  >{{ glyph.dark }}</span
                ></span
              >
            </td>
            <td class="opt">
              <router-link v-if="glyph.proof" :to="`/proof/${glyph.id}`" class="proved" :title="proofTitle(glyph)"
                ><KgVerdict
                  :verdict="!glyph.proof.current ? 'not_run' : glyph.proof.met === false ? 'fails' : 'holds'"
                /><span>{{ proofWords(glyph) }}</span></router-link
              >
              <router-link v-else :to="`/proof/${glyph.id}`" class="note">not yet</router-link>
            </td>
            <td class="num dt opt">
              <time :datetime="glyph.updated_at" :title="new Date(glyph.updated_at).toLocaleString('en-GB')">{{
                changed(glyph.updated_at)
              }}</time>
            </td>
            <td class="do">
              <v-btn
                class="bare icon"
                :aria-label="`Rename ${glyph.name}`"
                :disabled="!mayWrite"
                title="Rename"
                @click="beginRename(glyph)"
                ><v-icon :icon="mdiPencilOutline"
              /></v-btn>
              <v-btn
                class="bare icon"
                :aria-label="`Delete ${glyph.name}`"
                :disabled="!mayWrite"
                title="Delete"
                @click="remove.mutate(glyph)"
                ><v-icon :icon="mdiDeleteOutline"
              /></v-btn>
            </td>
          </tr>
        </tbody>
      </table>
      <div v-else-if="!isPending" class="blank none">
        <div class="box" aria-hidden="true" />
        <div v-if="asked.trim() === '' && isFiltered">
          <h2>Nothing here</h2>
          <p class="note">No glyph is on this shelf, bears this tag, or stands in the archive.</p>
          <v-btn @click="filter = { shelf: '', tag: '', archived: 'no', twice: false }">Show all</v-btn>
        </div>
        <div v-else-if="asked.trim() !== ''">
          <h2>Nothing with “{{ asked.trim() }}”</h2>
          <p class="note">Names and texts are searched, capitals or not.</p>
          <v-btn @click="words = ''">Show all</v-btn>
        </div>
        <div v-else>
          <h2>No glyphs yet</h2>
          <p class="note">A link with its symbol takes about a minute.</p>
          <v-btn to="/compose">Compose the first</v-btn>
        </div>
      </div>
      <div v-if="chosen.size > 0" class="bulk" role="region" aria-label="Chosen glyphs">
        <b class="grow">{{ counted(chosen.size, 'glyph') }} chosen</b>
        <v-btn v-if="chosen.size === 1" @click="copyFinish">Copy finish</v-btn>
        <v-menu>
          <template #activator="{ props: menu }"
            ><v-btn v-bind="menu" :loading="apply.isPending.value">Put a finish on</v-btn></template
          >
          <v-list>
            <v-list-item
              v-for="finish in finishes"
              :key="finish.id"
              :title="finish.name"
              @click="confirming = finish"
            />
          </v-list>
        </v-menu>
        <v-btn @click="shelving = true">Put on a shelf</v-btn>
        <v-btn @click="tagging = true">Tag</v-btn>
        <v-btn @click="archive(filter.archived === 'no')">{{
          filter.archived === 'no' ? 'Archive' : 'Take out of the archive'
        }}</v-btn>
        <v-btn :disabled="isProofing" @click="proofAll">Proof</v-btn>
        <v-btn @click="chosen = new Set()">Clear</v-btn>
      </div>
      <v-dialog v-model="shelving">
        <form class="sheet-card" aria-labelledby="shelf-h" @submit.prevent="shelve">
          <h2 id="shelf-h">Put {{ counted(chosen.size, 'glyph') }} on a shelf</h2>
          <p class="note">
            A shelf keeps glyphs together; a gate can take its list from one. A stroke puts it on another, such as
            Jars/2027. Empty takes them off theirs.
          </p>
          <v-text-field
            v-model="shelf"
            aria-label="Shelf"
            :maxlength="shelveGlyphs.shelf.maxLength"
            autofocus
            placeholder="Extraction day cards"
          />
          <div class="acts">
            <v-btn @click="shelving = false">Leave them</v-btn><v-btn class="main" type="submit">Put them there</v-btn>
          </div>
        </form>
      </v-dialog>
      <v-dialog :model-value="confirming !== null" @update:model-value="confirming = null">
        <div class="sheet-card" role="alertdialog" aria-labelledby="apply-h">
          <h2 id="apply-h">Put {{ confirming?.name }} on {{ counted(chosen.size, 'glyph') }}?</h2>
          <p class="note">
            Each becomes a new revision. One that would then fail a check stays as it is. Files that were taken before
            do not change.
          </p>
          <div class="acts">
            <v-btn @click="confirming = null">Leave them</v-btn
            ><v-btn class="main" autofocus :disabled="apply.isPending.value" @click="applyChosen">{{
              apply.isPending.value ? `${Math.min(reached, chosen.size)} of ${chosen.size}` : 'Put it on'
            }}</v-btn>
          </div>
        </div>
      </v-dialog>
      <GlyphTags v-model="tagging" :glyphs="[...chosen]" @done="refetch()" />
      <KgApplied v-model="outcome" />
      <p v-if="hasNextPage" class="more">
        <v-btn :loading="isFetchingNextPage" @click="fetchNextPage()"
          >Show more, {{ glyphs.length }} of {{ isMore ? 'more than ' : '' }}{{ total }}</v-btn
        >
      </p>
    </div>
  </section>
</template>
