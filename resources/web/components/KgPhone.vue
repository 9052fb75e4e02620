<script setup lang="ts">
import {
  mdiAccountOutline,
  mdiBankOutline,
  mdiCalendarOutline,
  mdiChatOutline,
  mdiCogOutline,
  mdiEmailOutline,
  mdiMapMarkerOutline,
  mdiMessageTextOutline,
  mdiPhoneOutline,
  mdiShieldKeyOutline,
  mdiTextLong,
  mdiVideoOutline,
  mdiWalletOutline,
  mdiWeb,
} from '@mdi/js'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'

/** What a phone would ask and do with a payload. It does nothing itself: its button tells what would happen. */
const props = defineProps<{ phone: Schemas['Phone']; summary: Schemas['SummaryLine'][]; text: string }>()
const ICONS: Record<string, string> = {
  Browser: mdiWeb,
  Meeting: mdiVideoOutline,
  Contacts: mdiAccountOutline,
  Phone: mdiPhoneOutline,
  Messages: mdiMessageTextOutline,
  Chat: mdiChatOutline,
  Mail: mdiEmailOutline,
  Calendar: mdiCalendarOutline,
  Maps: mdiMapMarkerOutline,
  Settings: mdiCogOutline,
  Authenticator: mdiShieldKeyOutline,
  Bank: mdiBankOutline,
  Wallet: mdiWalletOutline,
  Text: mdiTextLong,
}
const ZONES = ['Europe/London', 'Europe/Brussels', 'America/New_York', 'Asia/Tokyo', 'Australia/Sydney']
const here = Intl.DateTimeFormat().resolvedOptions().timeZone
const zone = ref(here)
const pressed = ref(false)
watch(
  () => props.text,
  () => (pressed.value = false),
)
const zones = computed(() => [...new Set([here, 'UTC', ...ZONES])])
const hasTime = computed(() => props.summary.some((line) => line.instant !== null))
const lines = computed(() =>
  props.summary.slice(0, 6).map((line) => ({
    label: line.label,
    value:
      line.instant === null
        ? line.value
        : new Date(line.instant).toLocaleString('en-GB', {
            weekday: 'short',
            day: 'numeric',
            month: 'short',
            year: 'numeric',
            hour: '2-digit',
            minute: '2-digit',
            timeZone: zone.value,
          }),
  })),
)
</script>

<template>
  <section class="phone" aria-label="On a phone">
    <div class="row">
      <h2 class="grow">On a phone</h2>
      <select v-if="hasTime" v-model="zone" class="zone" aria-label="Time zone of the phone">
        <option v-for="name in zones" :key="name" :value="name">{{ name.replace(/_/g, ' ') }}</option>
      </select>
    </div>
    <div class="device">
      <div class="view" aria-hidden="true" />
      <div class="card" data-test="phone">
        <p class="app"><v-icon :icon="ICONS[phone.app] ?? mdiTextLong" size="16" />{{ phone.app }}</p>
        <p class="asks">{{ phone.asks }}</p>
        <p v-if="phone.about" class="about code">{{ phone.about }}</p>
        <dl v-if="lines.length > 0 && phone.action !== null && !(lines.length === 1 && phone.about)">
          <div v-for="(line, i) in lines" :key="i">
            <dt>{{ line.label }}</dt>
            <dd>{{ line.value }}</dd>
          </div>
        </dl>
        <p v-else-if="!phone.about" class="plain">{{ text }}</p>
        <div v-if="phone.action" class="acts">
          <button type="button" :aria-pressed="pressed" @click="pressed = !pressed">{{ phone.action }}</button>
        </div>
        <p v-if="pressed" class="told" role="status">
          A stand-in: nothing was opened, added, joined or sent. On a phone {{ phone.app }} would do it now.
        </p>
      </div>
    </div>
    <ul class="differs">
      <li v-for="note in phone.differs" :key="note" class="note">{{ note }}</li>
    </ul>
  </section>
</template>

<style scoped>
.phone {
  display: grid;
  gap: 8px;
}
.zone {
  border: 1px solid var(--line);
  background: var(--sheet);
  color: var(--ink);
  font: var(--t-fig);
  padding: 2px 4px;
  max-width: 150px;
}
.device {
  border: 2px solid var(--ink);
  border-radius: 18px;
  padding: 8px;
  background: var(--bench);
  max-width: 270px;
}
/* the camera's view, with the symbol it has just met */
.view {
  height: 34px;
  margin: 0 auto 6px;
  width: 34px;
  background:
    linear-gradient(var(--ink-3) 0 0) 0 0 / 10px 2px no-repeat,
    linear-gradient(var(--ink-3) 0 0) 0 0 / 2px 10px no-repeat,
    linear-gradient(var(--ink-3) 0 0) 100% 0 / 10px 2px no-repeat,
    linear-gradient(var(--ink-3) 0 0) 100% 0 / 2px 10px no-repeat,
    linear-gradient(var(--ink-3) 0 0) 0 100% / 10px 2px no-repeat,
    linear-gradient(var(--ink-3) 0 0) 0 100% / 2px 10px no-repeat,
    linear-gradient(var(--ink-3) 0 0) 100% 100% / 10px 2px no-repeat,
    linear-gradient(var(--ink-3) 0 0) 100% 100% / 2px 10px no-repeat,
    linear-gradient(var(--ink-3) 0 0) 50% 50% / 12px 12px no-repeat;
}
.card {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 10px 12px;
  display: grid;
  gap: 4px;
}
.app {
  display: flex;
  align-items: center;
  gap: 6px;
  color: var(--ink-2);
  font: 500 12px/16px var(--font-text);
}
.asks {
  font: 600 14px/19px var(--font-text);
}
.about {
  overflow-wrap: anywhere;
  font-size: 13px;
}
dl > div {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 6px;
}
dt {
  color: var(--ink-3);
  font: 400 12px/17px var(--font-text);
}
dd {
  font: 400 12px/17px var(--font-text);
  overflow-wrap: anywhere;
}
.plain {
  font: 400 12px/17px var(--font-text);
  overflow-wrap: anywhere;
  display: -webkit-box;
  -webkit-line-clamp: 4;
  line-clamp: 4;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.acts {
  display: flex;
  justify-content: flex-end;
  border-top: 1px solid var(--rule);
  margin: 4px -12px -10px;
}
.acts button {
  border: 0;
  background: none;
  color: var(--ink);
  font: 600 13px/18px var(--font-text);
  padding: 9px 14px;
  min-height: 36px;
}
.told {
  border-top: 1px solid var(--rule);
  margin: 10px -12px -4px;
  padding: 6px 12px 0;
  font: 400 12px/17px var(--font-text);
  color: var(--ink-2);
}
.differs {
  display: grid;
  gap: 4px;
  list-style: none;
  padding: 0;
}
.differs li {
  padding-left: 12px;
  position: relative;
}
.differs li::before {
  content: '';
  position: absolute;
  left: 0;
  top: 7px;
  width: 5px;
  height: 5px;
  background: var(--edge);
}
</style>
