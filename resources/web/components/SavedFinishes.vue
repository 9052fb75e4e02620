<script setup lang="ts">
import * as limits from '@/api/limits'
import { mdiContentCopy, mdiContentPaste } from '@mdi/js'
import { computed, ref } from 'vue'
import { ApiProblem } from '@/api/client'
import type { Composition } from '@/composables/useComposition'
import { type SavedFinish, useFinishChanges, useFinishes, type Applied } from '@/composables/useFinishes'
import { useToast } from '@/composables/useToast'
import { counted } from '@/lib/bytes'
import { finishOf, sameFinish } from '@/lib/finish'
import KgVerdict from './KgVerdict.vue'
import KgApplied from './KgApplied.vue'

/** The workspace's finishes: one is chosen, a new one kept, or the chosen one revised. */
const fields = defineModel<Composition>('fields', { required: true })
const emit = defineEmits<{ revised: [] }>()
const { finishes, isError, refetch } = useFinishes()
const { create, change, apply, reached, users } = useFinishChanges()
const { say } = useToast()

const finish = computed({ get: () => fields.value.finish, set: (value) => (fields.value.finish = value) })
const chosen = computed(() => finishes.value.find((one) => one.id === fields.value.finishId) ?? null)
const isChanged = computed(() => chosen.value !== null && !sameFinish(finishOf(chosen.value.finish), finish.value))

function choose(saved: SavedFinish): void {
  finish.value = finishOf(saved.finish)
  fields.value.finishId = saved.id
}

// Keeping it: a name for a new one, or a revision of the one that is chosen.
const isNaming = ref(false)
const newName = ref('')
const nameProblem = ref('')
async function saveAs(): Promise<void> {
  try {
    const made = await create.mutateAsync({ name: newName.value, finish: finish.value })
    fields.value.finishId = made.id
    isNaming.value = false
    newName.value = ''
    say(`${made.name} is saved as a finish`)
  } catch (e) {
    nameProblem.value = e instanceof ApiProblem ? (e.field('name') ?? e.message) : 'It could not be saved. Try again.'
  }
}
const outcome = ref<Applied | null>(null)
/** A revision; with `everywhere` also put on every glyph that uses the finish. */
async function revise(everywhere: boolean): Promise<void> {
  if (chosen.value === null) return
  try {
    const now = await change.mutateAsync({ finish: chosen.value, set: { finish: finish.value } })
    const named = `${now.name}, revision ${now.revision}`
    if (!everywhere) return say(`${named}; glyphs that use it stay as they are`)
    const done = await apply.mutateAsync({ finish: now, glyphs: await users(now) })
    emit('revised')
    if (done.refused.length === 0 && done.stopped === null) say(`${named}, also on ${counted(done.applied, 'glyph')}`)
    else outcome.value = done
  } catch (e) {
    say(e instanceof Error ? e.message : 'It could not be saved. Try again.')
  }
}
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(JSON.stringify(finish.value, null, 2))
  say('Finish copied')
}
async function paste(): Promise<void> {
  try {
    const given: unknown = JSON.parse(await navigator.clipboard.readText())
    if (typeof given !== 'object' || given === null || Array.isArray(given)) throw new Error('no object')
    finish.value = finishOf(given)
    fields.value.finishId = null
  } catch {
    say('The clipboard holds no finish. Copy one from a composition or a finish file first.')
  }
}
</script>

<template>
  <section class="block">
    <div class="row">
      <h2 class="grow">Saved finishes</h2>
      <v-btn class="bare small" :prepend-icon="mdiContentCopy" @click="copy">Copy</v-btn>
      <v-btn class="bare small" :prepend-icon="mdiContentPaste" @click="paste">Paste</v-btn>
    </div>
    <div v-if="isError" class="row">
      <KgVerdict verdict="fails" /><span class="grow note">They could not be loaded.</span
      ><v-btn class="small" @click="refetch()">Try again</v-btn>
    </div>
    <ul v-else class="strip">
      <li v-for="saved in finishes" :key="saved.id">
        <button
          type="button"
          :aria-pressed="saved.id === fields.finishId"
          :title="`${saved.name}, revision ${saved.revision}`"
          @click="choose(saved)"
        >
          <img :src="`${saved.links.svg}?r=${saved.revision}`" alt="" /><span class="clip">{{ saved.name }}</span>
        </button>
      </li>
    </ul>
    <form v-if="isNaming" class="naming" @submit.prevent="saveAs">
      <v-text-field
        v-model="newName"
        placeholder="Name of the finish"
        aria-label="Name of the finish"
        :maxlength="limits.FinishInput.name.maxLength"
        autofocus
        :error-messages="nameProblem"
        @update:model-value="nameProblem = ''"
        @keydown.esc.stop="isNaming = false"
      />
      <v-btn class="main" type="submit" :loading="create.isPending.value">Save</v-btn>
    </form>
    <div v-else class="row keep">
      <span class="note grow">{{
        chosen === null ? 'not a saved one' : isChanged ? `${chosen.name}, changed` : chosen.name
      }}</span>
      <v-menu v-if="chosen && isChanged">
        <template #activator="{ props: menu }"><v-btn v-bind="menu" class="small">Revise</v-btn></template>
        <v-list>
          <v-list-item
            :title="`Revise ${chosen.name}`"
            subtitle="glyphs that use it stay as they are"
            @click="revise(false)"
          />
          <v-list-item
            v-if="chosen.glyphs > 0"
            :title="`Revise, also on ${counted(chosen.glyphs, 'glyph')}`"
            subtitle="each is drawn and checked anew"
            @click="revise(true)"
          />
        </v-list>
      </v-menu>
      <v-btn class="small" @click="isNaming = true">Save as</v-btn>
      <span v-if="apply.isPending.value && reached > 0" class="note" role="status">{{ reached }} done</span>
    </div>
    <KgApplied v-model="outcome" />
  </section>
</template>

<style scoped>
.small {
  height: 26px !important;
  font-size: 12.5px !important;
}
.strip {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(50px, 1fr));
  gap: 6px 8px;
  max-height: 196px;
  overflow: auto;
}
.strip button {
  width: 100%;
  padding: 0;
  border: 0;
  background: none;
  font: 500 11.5px/16px var(--font-text);
  text-align: center;
}
.strip img {
  display: block;
  width: 100%;
  aspect-ratio: 1;
  object-fit: contain;
  border: 1px solid var(--rule);
  background: var(--sheet);
}
.strip [aria-pressed='true'] {
  font-weight: 700;
}
.strip [aria-pressed='true'] img {
  border-color: var(--accent);
  box-shadow: 0 0 0 1px var(--accent);
}
.strip .clip {
  display: block;
}
.naming {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
}
</style>
