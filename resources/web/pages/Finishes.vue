<script setup lang="ts">
import { mdiDeleteOutline, mdiDownload, mdiPencilOutline, mdiStarOutline, mdiUpload } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { ApiProblem, type Schemas } from '@/api/client'
import KgRename from '@/components/KgRename.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import { type SavedFinish, useFinishChanges, useFinishes } from '@/composables/useFinishes'
import { megabytes, useAbout } from '@/composables/useAbout'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { counted } from '@/lib/bytes'
import { finishOf } from '@/lib/finish'

const { mayWrite } = useSession()
const router = useRouter()
const { finishes, isPending, isError, error, refetch } = useFinishes()
const { create, change, remove } = useFinishChanges()
const { say } = useToast()

const { limits } = useAbout()
/** A mark's picture stands in the file as text, which takes a third more room; the rest is little. */
const most = computed(() => limits.value.mark_bytes * 2)
const file = ref<HTMLInputElement>()
const importProblem = ref('')
async function take(list: FileList | null): Promise<void> {
  const chosen = list?.[0]
  if (!chosen) return
  importProblem.value = ''
  try {
    if (chosen.size > most.value) throw new Error(`A finish file has at most ${megabytes(most.value)}.`)
    let given: unknown
    try {
      given = JSON.parse(await chosen.text())
    } catch {
      throw new Error(`${chosen.name} is not JSON. Choose a file that was exported here.`)
    }
    if (typeof given !== 'object' || given === null || Array.isArray(given))
      throw new Error(`${chosen.name} holds no finish: it should be an object such as {"shape": "disc"}.`)
    const name = (given as Schemas['Finish']).name ?? chosen.name.replace(/(\.finish)?\.json$/i, '')
    const made = await create.mutateAsync({ name, finish: given })
    say(`${made.name} imported`)
  } catch (e) {
    importProblem.value =
      e instanceof ApiProblem
        ? `${e.message}${e.field('name') === undefined ? '' : ' Rename the one that is here, or change the name in the file.'}`
        : e instanceof Error
          ? e.message
          : 'The file could not be read.'
  }
  if (file.value) file.value.value = ''
}

const renaming = ref<string | null>(null)
const renameProblem = ref('')
function beginRename(finish: SavedFinish): void {
  renaming.value = finish.id
  renameProblem.value = ''
}
async function endRename(finish: SavedFinish, name: string): Promise<void> {
  if (renaming.value !== finish.id) return
  if (name.trim() === finish.name) {
    renaming.value = null
    return
  }
  try {
    await change.mutateAsync({ finish, set: { name } })
    renaming.value = null
  } catch (e) {
    renameProblem.value = e instanceof ApiProblem ? (e.field('name') ?? e.message) : 'Renaming failed. Try again.'
  }
}
async function makeDefault(finish: SavedFinish): Promise<void> {
  try {
    await change.mutateAsync({ finish, set: { is_default: true } })
    say(`New compositions begin with ${finish.name}`)
  } catch (e) {
    say(e instanceof Error ? e.message : 'It could not be changed. Try again.')
  }
}
const inks = (finish: SavedFinish): string[] => {
  const values = finishOf(finish.finish)
  const modules = values.gradient ? values.gradient.stops.map((stop) => stop.ink) : [values.dark]
  return [...new Set([...modules, values.ring_ink, values.centre_ink, values.light].filter((ink) => ink !== undefined))]
}
function words(finish: SavedFinish): string {
  const v = finishOf(finish.finish)
  const mark = v.mark && (v.mark.icon ?? (v.mark.text === undefined ? 'a picture' : `“${v.mark.text}”`))
  return [
    `${v.shape ?? 'square'} modules`,
    v.ring === undefined && v.centre === undefined
      ? ''
      : `${v.ring ?? 'square'} rings, ${v.centre ?? 'square'} centres`,
    mark === undefined ? '' : `${mark} in the middle`,
    v.caption ? 'a caption' : '',
    v.ean === undefined ? '' : 'bars beneath',
  ]
    .filter((part) => part !== '')
    .join(', ')
}
</script>

<template>
  <section class="lib" aria-label="Finishes">
    <div class="lh">
      <h1>Finishes</h1>
      <span class="note grow count" role="status">{{
        isPending ? '' : counted(finishes.length, 'finish', 'finishes')
      }}</span>
      <input
        ref="file"
        class="sr"
        type="file"
        tabindex="-1"
        accept="application/json,.json"
        aria-label="Finish file"
        @change="take(($event.target as HTMLInputElement).files)"
      />
      <v-btn :prepend-icon="mdiUpload" :loading="create.isPending.value" @click="file?.click()">Import</v-btn>
      <v-btn class="main" to="/compose">Compose</v-btn>
    </div>
    <div class="tb">
      <div v-if="importProblem" class="alert" role="alert">
        <KgVerdict verdict="fails" /><b>Not imported</b>
        <p>{{ importProblem }}</p>
        <v-btn @click="importProblem = ''">Close</v-btn>
      </div>
      <div v-if="isError" class="alert" role="alert">
        <KgVerdict verdict="fails" /><b>The list could not be loaded</b>
        <p>{{ error?.message }}</p>
        <v-btn @click="refetch()">Try again</v-btn>
      </div>
      <table v-else-if="finishes.length > 0" class="ruled finishes">
        <thead>
          <tr>
            <th><span class="sr">Preview</span></th>
            <th>Finish</th>
            <th class="opt">Inks</th>
            <th class="num opt">Revision</th>
            <th class="num">Used by</th>
            <th><span class="sr">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="finish in finishes" :key="finish.id">
            <td class="pic">
              <img :src="`${finish.links.svg}?r=${finish.revision}`" :alt="`Preview of ${finish.name}`" />
            </td>
            <td class="nm">
              <KgRename
                v-if="renaming === finish.id"
                :name="finish.name"
                :problem="renameProblem"
                @keep="endRename(finish, $event)"
                @leave="renaming = null"
              />
              <template v-else
                ><span class="row"
                  ><b class="clip">{{ finish.name }}</b
                  ><span v-if="finish.is_default" class="tag">Default</span></span
                ><span class="note clip">{{ words(finish) }}</span></template
              >
            </td>
            <td class="opt">
              <span class="inks"
                ><i v-for="ink in inks(finish)" :key="ink" :style="{ background: ink }" :title="ink"
              /></span>
            </td>
            <td class="num opt">{{ finish.revision }}</td>
            <td class="num">{{ finish.glyphs === 0 ? '–' : finish.glyphs }}</td>
            <td class="do">
              <v-btn
                class="bare icon"
                :aria-label="`Begin new compositions with ${finish.name}`"
                title="Begin new compositions with it"
                :disabled="finish.is_default || !mayWrite"
                @click="makeDefault(finish)"
                ><v-icon :icon="mdiStarOutline"
              /></v-btn>
              <v-btn
                class="bare icon"
                :aria-label="`Rename ${finish.name}`"
                :disabled="!mayWrite"
                title="Rename"
                @click="beginRename(finish)"
                ><v-icon :icon="mdiPencilOutline"
              /></v-btn>
              <v-btn
                class="bare icon"
                :href="finish.links.file"
                :aria-label="`Export ${finish.name}`"
                title="Export as JSON"
                download
                ><v-icon :icon="mdiDownload"
              /></v-btn>
              <v-btn
                class="bare icon"
                :aria-label="`Delete ${finish.name}`"
                :disabled="!mayWrite"
                title="Delete"
                @click="remove.mutate(finish)"
                ><v-icon :icon="mdiDeleteOutline"
              /></v-btn>
            </td>
          </tr>
        </tbody>
      </table>
      <div v-else-if="!isPending" class="blank none">
        <div class="box" aria-hidden="true" />
        <div>
          <h2>No finishes yet</h2>
          <p class="note">Shape one under Compose, Finish, and save it by name; or import a finish file.</p>
          <v-btn @click="router.push('/compose')">To Compose</v-btn>
        </div>
      </div>
      <p v-if="finishes.length > 0" class="note foot">
        A glyph keeps the revision that it was saved with. Revise a finish under Compose; there you choose whether the
        glyphs that use it change too.
      </p>
    </div>
  </section>
</template>

<style scoped>
.finishes .pic img {
  display: block;
  width: 64px;
  height: 64px;
  object-fit: contain;
}
.finishes td {
  height: 76px;
}
.nm .row {
  gap: 8px;
}
.inks i {
  display: inline-block;
  width: 18px;
  height: 18px;
  border: 1px solid var(--edge);
  border-radius: var(--r);
  margin-right: 3px;
}
.foot {
  padding: 12px 16px;
}
</style>
