<script setup lang="ts">
import { mdiChevronUp } from '@mdi/js'
import { computed, ref } from 'vue'
import type { Drawing, LedgerLine } from '@/api/client'
import KgRelated from './KgRelated.vue'
import HandOffMenu from '@/components/HandOffMenu.vue'
import KgLedger from '@/components/KgLedger.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import type { Bars } from '@/composables/useBars'
import type { CopyKind } from '@/composables/useHandOff'
import { useSession } from '@/composables/useSession'
import { tally } from '@/lib/verdicts'
import type { Schemas } from '@/api/client'

/** The checks of the composition, and what can be done with it once they are read. */
const props = defineProps<{
  lines: LedgerLine[]
  drawing: Drawing | null
  version: string
  /** Whether nothing is drawn because something is wrong. */
  isStopped: boolean
  saveLabel: string
  isSaving: boolean
  bars: Bars | null
  /** The saved glyph that is open. */
  glyph?: string | undefined
}>()
defineEmits<{
  fix: [set: Record<string, string | number>]
  save: []
  download: [format: Schemas['PictureFormat']]
  copy: [what: CopyKind]
  further: []
}>()

const { mayWrite } = useSession()
const isOpen = ref(false)
const counts = computed(() => tally(props.lines))
</script>

<template>
  <section class="right panel" :class="{ opened: isOpen }" aria-label="Ledger">
    <button type="button" class="verdicts" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      <span v-for="c in counts" :key="c.verdict" class="row"
        ><KgVerdict :verdict="c.verdict" /><b class="say" :class="c.verdict">{{ c.count }}</b></span
      >
      <span class="clip grow">{{ lines[0] ? `${lines[0].title} ${lines[0].figure}` : 'Nothing checked yet' }}</span>
      <v-icon class="kg-icon" :icon="mdiChevronUp" />
    </button>
    <div class="head">
      <div class="row">
        <h2 class="grow">Ledger</h2>
        <span v-if="drawing" class="note fig">{{ version }}, mask {{ drawing.symbol.mask }}</span>
      </div>
      <p v-if="counts.length" class="row counts" aria-live="polite">
        <span v-for="c in counts" :key="c.verdict" class="row"
          ><KgVerdict :verdict="c.verdict" /><span class="say" :class="c.verdict">{{ c.words }}</span></span
        >
      </p>
      <p v-else class="note counts">
        {{ isStopped ? 'Nothing is drawn, so nothing is checked.' : 'Checks begin with the first character.' }}
      </p>
    </div>
    <div class="lines"><KgLedger :lines="lines" @fix="$emit('fix', $event)" /></div>
    <KgRelated v-if="glyph" class="belongs" :of="{ glyph }" quiet />
    <div class="acts">
      <v-btn
        class="main save"
        :loading="isSaving"
        :disabled="!mayWrite"
        :title="mayWrite ? undefined : 'You are a reader of this workspace: take the file with you instead.'"
        @click="$emit('save')"
        ><span>{{ saveLabel }}</span
        ><kbd class="key">Ctrl S</kbd></v-btn
      >
      <HandOffMenu
        :disabled="!drawing"
        :bars="bars"
        @download="$emit('download', $event)"
        @copy="$emit('copy', $event)"
        @further="$emit('further')"
      />
    </div>
  </section>
</template>

<style scoped>
.belongs {
  padding: 8px 16px 10px;
  border-top: 1px solid var(--rule);
}
.right {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-left: 1px solid var(--rule);
}
.head {
  padding: 12px 16px 9px;
  border-bottom: 1px solid var(--line);
}
.counts {
  gap: 14px;
  margin-top: 5px;
  min-height: 16px;
}
.counts .row {
  gap: 6px;
}
.lines {
  flex: 1;
  overflow: auto;
  min-height: 0;
}
.right > .acts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  padding: 10px 16px 12px;
  border-top: 1px solid var(--line);
}
.save {
  grid-column: 1 / -1;
  height: 36px !important;
}
.save :deep(.v-btn__content) {
  width: 100%;
  justify-content: space-between;
}
.verdicts,
.narrow {
  display: none;
}
@media (max-width: 1099px) and (min-width: 720px) {
  .right {
    grid-column: 2;
    border-left: 0;
    border-top: 1px solid var(--line);
    max-height: 300px;
  }
}
@media (max-width: 719px) {
  .right {
    display: contents;
  }
  .verdicts {
    grid-row: 2;
    display: flex;
    align-items: center;
    gap: 12px;
    height: 44px;
    padding: 0 12px;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: var(--sheet);
    text-align: left;
    font: 500 13px/18px var(--font-text);
  }
  .verdicts .row {
    gap: 5px;
  }
  .head {
    display: none;
  }
  .lines {
    display: none;
  }
  .opened .lines {
    display: block;
    grid-row: 3;
    background: var(--paper);
    z-index: 1;
    overflow: auto;
  }
  .right > .acts {
    grid-row: 4;
    grid-template-columns: 1fr 56px;
    padding: 8px 12px;
    background: var(--paper);
    z-index: 2;
  }
  .right > .acts .wide,
  .key {
    display: none;
  }
  .right > .acts .narrow {
    display: inline-grid;
    width: 56px;
    padding: 0;
  }
  .save {
    grid-column: 1;
    height: 44px !important;
  }
  .save :deep(.v-btn__content) {
    justify-content: center;
  }
}
</style>
