<script setup lang="ts">
import { mdiChevronDown, mdiChevronUp } from '@mdi/js'
import { computed, ref } from 'vue'
import type { LedgerLine } from '@/api/client'
import { WORDS } from '@/lib/verdicts'
import KgVerdict from './KgVerdict.vue'

/** The checks of a composition. The top two that are not fine stand open by themselves. */
const props = defineProps<{ lines: LedgerLine[] }>()
const emit = defineEmits<{ fix: [set: Record<string, string | number>] }>()
const toggled = ref(new Map<string, boolean>())

const open = computed(() => {
  const byItself = new Set<string>(
    props.lines
      .filter((line) => line.verdict !== 'holds')
      .slice(0, 2)
      .map((line) => line.check),
  )
  return new Set<string>(
    props.lines.map((line) => line.check).filter((check) => toggled.value.get(check) ?? byItself.has(check)),
  )
})

function toggle(check: string): void {
  toggled.value.set(check, !open.value.has(check))
}
</script>

<template>
  <ul class="ledger">
    <li
      v-for="line in lines"
      :key="line.check"
      :class="{ open: open.has(line.check) }"
      :data-check="line.check"
      :data-verdict="line.verdict"
    >
      <button type="button" class="chk" :aria-expanded="open.has(line.check)" @click="toggle(line.check)">
        <KgVerdict :verdict="line.verdict" />
        <span class="nm">{{ line.title }}</span>
        <span class="fg fig">{{ line.figure }}</span>
        <v-icon class="kg-icon" :icon="open.has(line.check) ? mdiChevronUp : mdiChevronDown" />
        <span class="sb note">{{ line.note }}</span>
        <span class="say" :class="line.verdict">{{ WORDS[line.verdict] }}</span>
      </button>
      <div v-if="open.has(line.check)" class="why">
        <p>{{ line.reason }}</p>
        <v-btn v-if="line.fix" class="fix" @click="emit('fix', line.fix.set)"
          ><span class="clip">{{ line.fix.label }}</span></v-btn
        >
        <v-btn v-if="line.alternative" class="bare other" @click="emit('fix', line.alternative.set)"
          ><span class="clip">{{ line.alternative.label }}</span></v-btn
        >
      </div>
    </li>
  </ul>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--rule);
}
li.open {
  background: var(--sheet);
}
.chk {
  width: 100%;
  display: grid;
  grid-template-columns: 11px minmax(0, 1fr) auto 16px;
  column-gap: 9px;
  align-items: center;
  padding: 6px 16px;
  border: 0;
  background: none;
  text-align: left;
}
.chk:focus-visible {
  outline-offset: -2px;
}
.nm {
  font: 500 13px/19px var(--font-text);
}
.fg {
  text-align: right;
  white-space: nowrap;
}
.sb {
  grid-column: 2 / 3;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.say {
  grid-column: 3;
  text-align: right;
}
.why {
  padding: 0 16px 12px 36px;
}
.why p {
  font: 400 12.5px/18px var(--font-text);
  color: var(--ink-2);
}
.why .fix {
  margin-top: 9px;
  max-width: 100%;
}
.why .other {
  margin: 9px 0 0 4px;
  max-width: 100%;
}
.why .other :deep(.v-btn__content),
.why .fix :deep(.v-btn__content) {
  min-width: 0;
  overflow: hidden;
}
</style>
