<script setup lang="ts">
import { computed } from 'vue'
import type { Key, KeyUsage } from '@/composables/useKeys'
import { day, moment, standing, type Standing } from '@/lib/keys'
import KgVerdict from './KgVerdict.vue'

/** Keys by who holds them: a secret is a closed block, a publishable key an open bracket. */
const props = defineProps<{ keys: Key[]; refusals: KeyUsage['refusals']; chosen: number | null }>()
defineEmits<{ choose: [id: number] }>()

const groups = computed(() => [
  {
    sort: 'secret',
    title: 'Secret, for your servers',
    note: 'May do all that is ticked; refused when a browser sends it.',
    keys: props.keys.filter((key) => key.sort === 'secret'),
  },
  {
    sort: 'publishable',
    title: 'Publishable, for pages and mails',
    note: 'Anybody may see it. Draws or reads, from where you say.',
    keys: props.keys.filter((key) => key.sort === 'publishable'),
  },
])
const WORDS: Record<Standing, string> = {
  revoked: 'Revoked',
  expired: 'Ended',
  seen: 'Seen in a page',
  rotating: 'Rotating',
  unused: 'Not used yet',
  used: 'In use',
}
const state = (key: Key): Standing => standing(key, props.refusals)
</script>

<template>
  <div>
    <template v-for="group in groups" :key="group.sort">
      <div class="grp">
        <h2>{{ group.title }}</h2>
        <p>{{ group.note }}</p>
      </div>
      <p v-if="group.keys.length === 0" class="note none">None yet.</p>
      <ul class="index">
        <li v-for="key in group.keys" :key="key.id" :class="{ gone: ['revoked', 'expired'].includes(state(key)) }">
          <button type="button" :aria-current="key.id === chosen ? 'true' : undefined" @click="$emit('choose', key.id)">
            <svg class="kf" viewBox="0 0 16 16" aria-hidden="true">
              <path v-if="key.sort === 'secret'" class="s" fill-rule="evenodd" d="M0 0h16v16H0zM6 6v4h4V6z" />
              <template v-else>
                <path d="M13 .75H.75v14.5H13" />
                <path class="s" d="M6 6h4v4H6z" />
              </template>
            </svg>
            <b class="clip">{{ key.name }}</b>
            <span class="ks" :class="{ bad: state(key) === 'seen' }"
              ><KgVerdict v-if="state(key) === 'seen'" verdict="fails" /><i
                v-else
                :class="state(key)"
                aria-hidden="true"
              />{{ WORDS[state(key)] }}</span
            >
            <span class="code clip">{{ key.shown }}</span>
            <span class="note r">{{ key.expires_at === null ? 'no end' : `ends ${day(key.expires_at)}` }}</span>
            <span class="note clip">{{ key.abilities.join(', ') }}</span>
            <span class="note r">{{
              key.last_used_at === null ? `made ${day(key.created_at)}` : `used ${moment(key.last_used_at)}`
            }}</span>
          </button>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.grp {
  padding: 7px 16px 6px;
  border-bottom: 1px solid var(--rule);
  background: var(--bench);
}
.grp h2 {
  font: 600 12.5px/17px var(--font-text);
}
.grp p {
  font: var(--t-note);
  color: var(--ink-2);
}
.none {
  padding: 10px 16px;
}
li {
  border-bottom: 1px solid var(--rule);
}
li button {
  display: grid;
  grid-template-columns: 16px minmax(0, 1fr) auto;
  gap: 0 10px;
  padding: 7px 16px;
}
.kf {
  width: 16px;
  height: 16px;
  grid-row: 1 / 4;
  align-self: start;
  margin-top: 1px;
}
.kf path {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.5;
}
.kf .s {
  fill: currentColor;
  stroke: none;
}
b {
  font: 600 13px/18px var(--font-text);
}
.code {
  font-size: 12px;
  line-height: 17px;
}
.r,
.ks {
  justify-self: end;
}
.ks {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  font: 600 12px/16px var(--font-text);
}
.ks i {
  width: 11px;
  height: 11px;
  background: currentColor;
}
.ks i.unused {
  background: none;
  border: 1.5px dotted currentColor;
}
.ks i.rotating {
  background: none;
  border: 1.5px solid;
  box-shadow: 3px 3px 0 -1px currentColor;
}
.ks i.revoked,
.ks i.expired {
  background: none;
  border: 1.5px dashed;
}
.ks.bad {
  color: var(--fail);
}
.gone b,
.gone .code {
  text-decoration: line-through;
}
.gone * {
  color: var(--ink-3);
}
</style>
