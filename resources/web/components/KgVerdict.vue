<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** A verdict is drawn as a module: solid, half, crossed or dotted; always with a word or figure beside it. */
defineProps<{ verdict: Schemas['Verdict'] }>()
</script>

<template><span class="v" :class="verdict" aria-hidden="true" /></template>

<style>
.v {
  width: 11px;
  height: 11px;
  flex: none;
  display: inline-block;
  position: relative;
  border: 1.5px solid currentColor;
}
.v.holds {
  color: var(--hold);
  background: currentColor;
}
.v.marginal {
  color: var(--marg);
  background: linear-gradient(135deg, currentColor 50%, transparent 50%);
}
.v.fails {
  color: var(--fail);
  background:
    linear-gradient(45deg, transparent 42%, currentColor 42% 58%, transparent 58%),
    linear-gradient(-45deg, transparent 42%, currentColor 42% 58%, transparent 58%);
}
.v.not_run {
  color: var(--edge);
  border-style: dotted;
}
.say {
  font: 600 12px/16px var(--font-text);
}
.say.holds {
  color: var(--hold);
}
.say.marginal {
  color: var(--marg);
}
.say.fails {
  color: var(--fail);
}
.say.not_run {
  color: var(--ink-3);
}
</style>
