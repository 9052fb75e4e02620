<script setup lang="ts">
import * as limits from '@/api/limits'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { grouped } from '@/lib/bytes'
import KgNumber from './KgNumber.vue'
import KgVerdict from './KgVerdict.vue'

/** From nearest to farthest for each family of devices, with one line at the distance asked. */
const props = defineProps<{ reach: Schemas['Proof']['reach']; redLight: boolean; symbolMm: number }>()
const asked = defineModel<number>({ required: true })
const most = computed(() => {
  const far = Math.max(...props.reach.map((r) => r.to_mm), asked.value) * 1.08
  const step = [50, 100, 200, 500, 1000, 2000, 5000, 10000, 20000].find((s) => far / s <= 8) ?? 50000
  return { step, end: Math.ceil(far / step) * step }
})
const ticks = computed(() =>
  Array.from({ length: most.value.end / most.value.step + 1 }, (_, i) => i * most.value.step),
)
const at = (mm: number): string => `${Math.min(100, (mm / most.value.end) * 100)}%`
const rows = computed(() =>
  props.reach.map((r) => {
    const isBlind = r.red_light && !props.redLight
    const reads = r.from_mm < r.to_mm && !isBlind
    const verdict = !reads ? 'fails' : asked.value >= r.from_mm && asked.value <= r.to_mm ? 'holds' : 'marginal'
    return { ...r, isBlind, reads, verdict: verdict as Schemas['Verdict'] }
  }),
)
</script>

<template>
  <div class="reach">
    <div class="row top">
      <h2>Reads from, to</h2>
      <span class="note grow clip">each device family, at {{ symbolMm.toFixed(1) }} mm</span>
      <KgNumber
        v-model="asked"
        label="asked"
        unit="mm"
        :min="limits.Options.distance_mm.minimum"
        :max="limits.Options.distance_mm.maximum"
        :step="10"
        class="asked"
      />
    </div>
    <ul>
      <li v-for="row in rows" :key="row.device">
        <KgVerdict :verdict="row.verdict" /><span class="clip">{{ row.label }}</span>
        <span class="bar" aria-hidden="true">
          <i v-for="t in ticks" :key="t" class="grid" :style="{ left: at(t) }" />
          <i
            v-if="row.reads"
            class="span"
            :class="row.verdict"
            :style="{ left: at(row.from_mm), width: `calc(${at(row.to_mm)} - ${at(row.from_mm)})` }"
          />
          <i class="ask" :style="{ left: at(asked) }" />
        </span>
        <span class="fig to">{{
          row.isBlind ? 'no red contrast' : row.reads ? `${grouped(row.from_mm)}–${grouped(row.to_mm)}` : 'too small'
        }}</span>
      </li>
    </ul>
    <p class="scale" aria-hidden="true">
      <span v-for="t in ticks" :key="t" :style="{ left: at(t) }">{{ grouped(t) }}</span>
    </p>
  </div>
</template>

<style scoped>
.reach {
  padding: 8px 16px 6px;
}
.top {
  height: 34px;
  margin-bottom: 2px;
}
.asked {
  width: 190px;
  grid-template-columns: 46px 1fr !important;
}
li {
  display: grid;
  grid-template-columns: 11px 118px minmax(0, 1fr) 104px;
  gap: 9px;
  align-items: center;
  height: 19px;
  font: 400 12.5px/18px var(--font-text);
}
.bar {
  position: relative;
  height: 100%;
}
.bar i {
  position: absolute;
}
.grid {
  top: 0;
  bottom: 0;
  width: 1px;
  background: var(--rule);
}
.span {
  top: 50%;
  height: 3px;
  margin-top: -1.5px;
  background: var(--ink);
}
.span.marginal {
  background: var(--marg);
}
.ask {
  top: 0;
  bottom: 0;
  width: 1.5px;
  background: var(--accent);
}
.to {
  text-align: right;
}
.scale {
  position: relative;
  height: 14px;
  margin: 0 113px 0 138px;
}
.scale span {
  position: absolute;
  transform: translateX(-50%);
  font: var(--t-tick);
  color: var(--ink-3);
}
@media (max-width: 719px) {
  li {
    grid-template-columns: 11px 92px minmax(0, 1fr) 84px;
  }
}
</style>
