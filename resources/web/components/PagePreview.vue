<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import KgSlide from '@/components/KgSlide.vue'

const props = defineProps<{
  page: Schemas['Page']
  language: string
  /** Grows with each draft that was kept, so that the phone shows it. */
  kept: number
}>()
const of = defineModel<'draft' | 'live'>('of', { required: true })

const preview = computed(
  () =>
    `/api/v1/pages/${props.page.id}/preview?of=${of.value}&language=${encodeURIComponent(props.language)}#${props.kept}`,
)
</script>

<template>
  <section class="right" aria-label="Preview">
    <div class="rh panel">
      <h2 class="grow">On a phone</h2>
      <KgSlide
        v-if="page.state !== 'draft'"
        v-model="of"
        label="Show"
        :options="[
          { value: 'live', label: 'Live' },
          { value: 'draft', label: 'With changes' },
        ]"
      />
    </div>
    <div class="bench">
      <div class="phone">
        <p class="url code clip">{{ page.address.replace(/^https?:\/\//, '') }}</p>
        <iframe :key="preview" :src="preview" title="The page as a phone shows it" sandbox="" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.right {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
  border-left: 1px solid var(--line);
}
.rh {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  padding: 0 16px;
  border-bottom: 1px solid var(--line);
  position: sticky;
  top: 0;
  z-index: 2;
}
.bench {
  flex: 1;
  background: var(--bench);
  display: grid;
  place-items: center;
  min-height: 0;
  padding: 12px;
}
.phone {
  width: 332px;
  height: min(640px, 100%);
  border: 9px solid var(--ink);
  border-radius: 24px;
  overflow: hidden;
  display: flex;
  flex-direction: column;
  background: var(--ink);
}
.url {
  color: var(--paper);
  font-size: 11.5px;
  padding: 3px 12px 6px;
}
iframe {
  flex: 1;
  width: 100%;
  border: 0;
  background: #fff;
  border-radius: 0 0 14px 14px;
}
@media (max-width: 1099px) {
  .phone {
    height: 600px;
  }
}
</style>
