<script setup lang="ts">
import type { Schemas } from '@/api/client'
import KgVerdict from '@/components/KgVerdict.vue'

defineProps<{ checks: Schemas['Page']['checks'] }>()

const VERDICTS = ['holds', 'marginal', 'fails'] as const
</script>

<template>
  <div class="checks panel">
    <div class="ch">
      <h2 class="grow">Page checks</h2>
      <span
        v-for="one in VERDICTS"
        v-show="checks.some((c) => c.verdict === one)"
        :key="one"
        class="row say"
        :class="one"
        ><KgVerdict :verdict="one" />{{ checks.filter((c) => c.verdict === one).length }}
        {{ { holds: 'hold', marginal: 'marginal', fails: 'fail' }[one] }}</span
      >
    </div>
    <dl>
      <div v-for="one in checks" :key="one.id" :title="one.says">
        <dt><KgVerdict :verdict="one.verdict" />{{ one.label }}</dt>
        <dd class="fig">{{ one.figure }}</dd>
        <dd class="note">{{ one.says }}</dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.checks {
  margin-top: auto;
  border-top: 1px solid var(--line);
}
.ch {
  display: flex;
  gap: 14px;
  align-items: center;
  min-height: 38px;
  padding: 0 16px;
}
.checks dl {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
  border-top: 1px solid var(--rule);
}
.checks dl > div {
  padding: 8px 10px 10px 16px;
  border-right: 1px solid var(--rule);
}
.checks dt {
  display: flex;
  gap: 7px;
  align-items: center;
  font: var(--t-note);
  color: var(--ink-2);
}
</style>
