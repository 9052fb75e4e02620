<script setup lang="ts">
import * as limits from '@/api/limits'
import { computed, ref } from 'vue'
import KgVerdict from '@/components/KgVerdict.vue'
import KgRelated from './KgRelated.vue'
import NewGate from '@/components/NewGate.vue'
import { useGate } from '@/composables/useGate'
import { useSession } from '@/composables/useSession'

/** A door: each code of a list lets in once, at whichever door it is shown first. */
const typed = ref('')
const tab = ref<'latest' | 'missing'>('latest')
const making = ref(false)
const { mayWrite } = useSession()
const { gate, door, answer, trouble, gates, current, latest, missing, admit, undo, remove } = useGate(tab)
defineExpose({ admit })

function enter(): void {
  void admit(typed.value.trim())
  typed.value = ''
}
const time = (at: string): string => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
const seconds = (at: string): string => new Date(at).toLocaleTimeString('en-GB')
const VERDICTS = { admitted: 'holds', used: 'marginal', unknown: 'fails' } as const
const big = computed(() => {
  const a = answer.value
  if (a === null) return ''
  if (a.verdict === 'unknown') return 'Not on the list'
  const at = a.admission ? time(a.admission.admitted_at) : ''
  const times = current.value?.times ?? 1
  if (times > 1) return a.verdict === 'admitted' ? `Admitted, ${a.admission?.turn} of ${times}` : `Used ${times} times`
  return a.verdict === 'admitted' ? 'Admitted' : `Already used at ${at}`
})
</script>

<template>
  <div class="panel-mode" data-test="gate">
    <div class="mh">
      <div class="grow">
        <h2 class="title">
          {{ current ? `${current.inside} of ${current.entries} inside` : 'No gate yet' }}
        </h2>
        <p class="note">
          {{
            current
              ? `Every door that shows this gate shares one list: a code lets in ${current.times === 1 ? 'once' : `${current.times} times`}.`
              : 'Make one from a pasted list, or from the glyphs on a shelf.'
          }}
        </p>
      </div>
      <v-btn @click="making = !making">{{ making ? 'Close' : 'New gate' }}</v-btn>
      <v-btn v-if="current" :disabled="!mayWrite" @click="remove">Delete</v-btn>
    </div>

    <NewGate v-if="making" @made="((gate = $event.id), (making = false))" />

    <template v-if="current">
      <KgRelated class="gate-related" :of="{ gate: current.id }" quiet />
      <div class="gate-set">
        <label
          >Gate<select v-model="gate" aria-label="Gate">
            <option v-for="g in gates.data.value ?? []" :key="g.id" :value="g.id">{{ g.name }}</option>
          </select></label
        >
        <label
          >This door<input v-model="door" type="text" :maxlength="limits.admit.door.maxLength" aria-label="This door"
        /></label>
        <label class="grow"
          >Code by hand<input
            v-model="typed"
            type="text"
            aria-label="Code by hand"
            placeholder="Type it and press Enter"
            autocomplete="off"
            spellcheck="false"
            @keydown.enter.prevent="enter"
        /></label>
      </div>
      <div
        class="answer"
        :class="answer ? VERDICTS[answer.verdict] : trouble ? 'fails' : ''"
        role="status"
        data-test="answer"
      >
        <template v-if="answer">
          <KgVerdict :verdict="VERDICTS[answer.verdict]" />
          <div>
            <p class="big">{{ big }}</p>
            <p class="note">
              {{ answer.entry?.name || answer.code
              }}<template v-if="answer.verdict === 'used' && answer.admission?.door"
                >, at {{ answer.admission.door }}</template
              >
            </p>
          </div>
          <v-btn
            v-if="answer.verdict === 'admitted' && answer.admission"
            @click="undo(answer.admission.id, answer.entry?.name || answer.code)"
            >Undo</v-btn
          >
        </template>
        <template v-else-if="trouble"
          ><KgVerdict verdict="fails" />
          <p>{{ trouble }}</p></template
        >
        <template v-else
          ><KgVerdict verdict="not_run" />
          <p class="note">Show a code to the camera, add a picture, or type the code.</p></template
        >
      </div>
      <div class="tabs" role="tablist" aria-label="List of the gate">
        <button type="button" role="tab" :aria-selected="tab === 'latest'" @click="tab = 'latest'">Latest</button>
        <button type="button" role="tab" :aria-selected="tab === 'missing'" @click="tab = 'missing'">
          Still missing, {{ current.entries - current.inside }}
        </button>
      </div>
      <table v-if="tab === 'latest'" class="tbl latest">
        <tbody>
          <tr v-for="a in latest.data.value ?? []" :key="a.id">
            <td class="fig">{{ seconds(a.admitted_at) }}</td>
            <td :class="{ undone: a.undone_at }">{{ a.entry?.name || a.entry?.code }}</td>
            <td class="note">{{ a.undone_at ? `undone at ${time(a.undone_at)}` : a.door }}</td>
            <td class="num">
              <button
                v-if="!a.undone_at"
                type="button"
                class="lnk"
                @click="undo(a.id, a.entry?.name || a.entry?.code || '')"
              >
                Undo
              </button>
            </td>
          </tr>
          <tr v-if="latest.data.value?.length === 0">
            <td class="note">Nobody is inside yet.</td>
          </tr>
        </tbody>
      </table>
      <table v-else class="tbl">
        <tbody>
          <tr v-for="e in missing.data.value?.data ?? []" :key="e.code">
            <td>{{ e.name || 'No name' }}</td>
            <td class="code wrap">{{ e.code }}</td>
          </tr>
          <tr v-if="missing.data.value?.total === 0">
            <td class="note">Everybody is inside.</td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>

<style scoped>
.latest td:first-child {
  width: 96px;
}
.latest td:last-child {
  width: 80px;
  padding-right: 20px;
}
</style>
