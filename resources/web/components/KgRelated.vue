<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'

/** What belongs to the same printed code, each a click away. */
const props = defineProps<{
  of: Partial<Record<'glyph' | 'waypoint' | 'page' | 'gate' | 'proof', string>>
  quiet?: boolean
}>()
const NAMES: Record<Schemas['RelatedThing']['sort'], string> = {
  glyph: 'Glyph',
  waypoint: 'Waypoint',
  page: 'Page',
  gate: 'Gate',
  proof: 'Proof',
  check: 'Field check',
}
const { data } = useQuery({
  queryKey: ['related', computed(() => props.of)],
  enabled: computed(() => Object.values(props.of).some((id) => id !== undefined && id !== '')),
  queryFn: async () =>
    ((await unwrap(api.GET('/api/v1/related', { params: { query: props.of } }))) as { data: Schemas['RelatedThing'][] })
      .data,
})
</script>

<template>
  <nav v-if="data?.length || !quiet" class="related" aria-label="Belongs to it">
    <h2>Belongs to it</h2>
    <p v-if="data?.length === 0" class="note">Nothing else yet.</p>
    <ul>
      <li v-for="one in data ?? []" :key="one.sort + one.id">
        <span class="label">{{ NAMES[one.sort] }}</span>
        <router-link class="clip" :to="one.to">{{ one.name }}</router-link>
      </li>
    </ul>
  </nav>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  align-items: baseline;
}
</style>
