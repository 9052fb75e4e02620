<script setup lang="ts">
import KgVerdict from '@/components/KgVerdict.vue'
import type { BenchProof } from '@/lib/proof'

defineProps<{ proof: BenchProof; isRunning: boolean }>()
/** What the next run shall hold. */
const required = defineModel<string>({ required: true })
</script>

<template>
  <div>
    <div class="head"><h2 class="grow">What must hold</h2></div>
    <ul class="req">
      <li v-for="one in proof.requirements" :key="one.require">
        <KgVerdict :verdict="one.met ? 'holds' : 'fails'" /><span
          ><b class="code">{{ one.require }}</b> <span class="note">{{ one.message }}</span></span
        >
      </li>
      <li v-if="proof.require === ''" class="note">Nothing was required of this one.</li>
      <li v-else-if="isRunning" class="note">{{ proof.require }}: looked at when all cells are there.</li>
    </ul>
    <label class="label pad" for="require">Required at the next run</label>
    <div class="pad">
      <input
        id="require"
        v-model="required"
        class="code kg-plain"
        placeholder="tilt>=30,checkout_scanner.distance>=25cm,grade>=B"
        spellcheck="false"
      />
      <p class="note">
        For every glyph of the workspace it is set under
        <router-link to="/workspace">Workspace settings</router-link>.
      </p>
    </div>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  padding: 8px 16px 4px;
}
.req {
  padding: 0 16px;
  display: grid;
  gap: 4px;
}
.req li {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.pad {
  padding: 6px 16px;
  display: block;
}
</style>
