<script setup lang="ts">
import type { Drawing } from '@/api/client'
import { counted } from '@/lib/bytes'

/** The figures of the symbol in few words, beside a small picture. */
defineProps<{ drawing: Drawing | null; version: string }>()
</script>

<template>
  <aside class="brief" aria-label="Figures">
    <div>
      <span class="note">Symbol</span><b class="fig">{{ version || '–' }}</b>
    </div>
    <div>
      <span class="note">Modules</span><b class="fig">{{ drawing?.symbol.modules ?? '–' }}</b>
    </div>
    <div>
      <span class="note">Mask</span><b class="fig">{{ drawing?.symbol.mask ?? '–' }}</b>
    </div>
    <div>
      <span class="note">Room left</span
      ><b class="fig">{{ drawing ? counted(drawing.symbol.bytes_left, 'byte') : '–' }}</b>
    </div>
  </aside>
</template>

<style scoped>
.brief {
  display: none;
}
@media (max-width: 719px) {
  .brief {
    display: grid;
    background: var(--paper);
    border-left: 1px solid var(--rule);
  }
  .brief div {
    padding: 8px 12px;
    border-bottom: 1px solid var(--rule);
  }
  .brief div:last-child {
    border-bottom: 0;
  }
  .brief b {
    display: block;
    font-size: 13px;
  }
}
</style>
