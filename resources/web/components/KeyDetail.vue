<script setup lang="ts">
import { mdiCancel, mdiContentCopy, mdiKeyChange, mdiPencilOutline } from '@mdi/js'
import { computed } from 'vue'
import type { Key } from '@/composables/useKeys'
import { useToast } from '@/composables/useToast'
import { ABILITIES, day, moment } from '@/lib/keys'
import KgVerdict from './KgVerdict.vue'

/** One key: what it may do, from where, how it is rotated and how it ends. */
const props = defineProps<{ chosen: Key }>()
defineEmits<{ edit: []; rotate: []; end: []; revoke: [] }>()
const { say } = useToast()
const until = computed(() => props.chosen.previous_until ?? props.chosen.signing_until)
const isPages = computed(() => props.chosen.sort === 'publishable')
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(props.chosen.public ?? '').then(
    () => say('Key copied'),
    () => say('The browser did not allow it.'),
  )
}
</script>

<template>
  <div>
    <div class="kh">
      <h1>{{ chosen.name }}</h1>
      <span class="kd" :class="chosen.sort">{{ chosen.sort }}</span>
      <span class="code grow clip key">{{ chosen.public ?? chosen.shown }}</span>
      <v-btn v-if="isPages" class="bare" :prepend-icon="mdiContentCopy" aria-label="Copy the whole key" @click="copy"
        >Copy</v-btn
      >
      <p class="note">
        Made by {{ chosen.made_by ?? 'somebody who left' }}, {{ day(chosen.created_at) }}.
        {{ chosen.expires_at === null ? 'No end.' : `Ends ${day(chosen.expires_at)}.` }}
        {{ chosen.last_used_at === null ? 'Not used yet.' : `Last used ${moment(chosen.last_used_at)}.` }}
        <b v-if="chosen.revoked_at !== null">Revoked {{ moment(chosen.revoked_at) }}.</b>
      </p>
    </div>
    <h2 class="sh">May</h2>
    <ul class="may">
      <li v-for="one in ABILITIES" :key="one.value" :class="{ off: !chosen.abilities.includes(one.value) }">
        <i :class="{ on: chosen.abilities.includes(one.value) }" aria-hidden="true" />
        <b>{{ one.name }}</b>
        <span class="note">{{
          chosen.abilities.includes(one.value)
            ? one.does
            : isPages && !one.forPages
              ? 'secret keys only'
              : 'not this key'
        }}</span>
      </li>
    </ul>
    <template v-if="isPages">
      <h2 class="sh">From where</h2>
      <ol class="rules">
        <li v-for="origin in chosen.origins" :key="origin">
          A page at <span class="code">{{ origin }}</span><i /><KgVerdict verdict="holds" /><b>holds</b>
        </li>
        <li>A page at any other origin<i /><KgVerdict verdict="fails" /><b>403</b></li>
        <li>A mail or a bare picture, signed<i /><KgVerdict verdict="holds" /><b>draws</b></li>
        <li>
          The same, not signed<i />
          <template v-if="chosen.must_sign || chosen.origins.length === 0"
            ><KgVerdict verdict="fails" /><b>403</b></template
          ><template v-else><KgVerdict verdict="holds" /><b>from listed pages</b></template>
        </li>
      </ol>
    </template>
    <template v-if="until !== null">
      <h2 class="sh">Rotating</h2>
      <div class="rot">
        <p><b>Both hold</b> until {{ moment(until) }}. Then what the old one made is refused.</p>
        <v-btn @click="$emit('end')">End the old one now</v-btn>
      </div>
    </template>
    <slot />
    <div v-if="chosen.revoked_at === null" class="ends">
      <v-btn :prepend-icon="mdiPencilOutline" @click="$emit('edit')">Change</v-btn>
      <v-btn :prepend-icon="mdiKeyChange" @click="$emit('rotate')">{{
        isPages ? 'Rotate its signing secret' : 'Rotate'
      }}</v-btn>
      <span class="grow" />
      <v-btn class="danger" :prepend-icon="mdiCancel" @click="$emit('revoke')">Revoke {{ chosen.name }}</v-btn>
      <p class="note">
        Revoking is at once and for good{{
          isPages
            ? ': a picture that says so in every mail and page that uses it.'
            : ': every program that holds it is refused.'
        }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.kh {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 10px;
  padding: 10px 16px 9px;
  border-bottom: 1px solid var(--line);
  background: var(--sheet);
}
.kh h1 {
  font-size: 16px;
  line-height: 24px;
}
.kh .note {
  flex-basis: 100%;
}
.key {
  text-align: right;
}
.sh {
  padding: 9px 16px 4px;
}
.may {
  padding: 0 16px 9px;
  border-bottom: 1px solid var(--line);
}
.may li {
  display: grid;
  grid-template-columns: 15px 124px 1fr;
  gap: 9px;
  align-items: center;
  line-height: 25px;
}
.may b {
  font-weight: 500;
}
.may .off b {
  color: var(--ink-3);
}
.may i {
  width: 15px;
  height: 15px;
  border: 1.5px dashed var(--edge);
}
.may i.on {
  border: 1.5px solid var(--accent);
  background: linear-gradient(var(--accent) 0 0) center / 7px 7px no-repeat var(--sheet);
}
.rules {
  padding: 0 16px 8px;
  border-bottom: 1px solid var(--line);
}
.rules li {
  display: flex;
  align-items: baseline;
  gap: 7px;
  line-height: 25px;
}
.rules i {
  flex: 1;
  border-bottom: 1px dotted var(--edge);
  min-width: 12px;
}
.rot {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 0 16px 9px;
  border-bottom: 1px solid var(--line);
}
.rot p {
  flex: 1;
}
.ends {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 12px 16px;
}
.ends .note {
  flex-basis: 100%;
}
</style>
