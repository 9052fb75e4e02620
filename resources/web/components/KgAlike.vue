<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'

/** Glyphs that say the same as what is being composed: the same code need not be made twice. */
const props = defineProps<{ text: string; except?: string | undefined }>()
const asked = refDebounced(
  computed(() => props.text),
  600,
)
const { data } = useQuery({
  queryKey: ['alike', asked],
  enabled: computed(() => asked.value.length > 3),
  queryFn: async () =>
    ((await unwrap(api.POST('/api/v1/glyphs/lookup', { body: { text: asked.value } }))) as Schemas['GlyphsFound']).data,
})
const alike = computed(() =>
  asked.value === props.text ? (data.value ?? []).filter((glyph) => glyph.id !== props.except) : [],
)
</script>

<template>
  <p v-if="alike.length > 0" class="alike note" role="status">
    {{ alike.length === 1 ? 'A glyph says' : `${alike.length} glyphs say` }} this already:
    <template v-for="(glyph, i) in alike.slice(0, 3)" :key="glyph.id"
      >{{ i > 0 ? ', ' : '' }}<router-link :to="`/compose/${glyph.id}`">{{ glyph.name }}</router-link
      >{{ glyph.archived_at ? ' (archived)' : '' }}</template
    ><template v-if="alike.length > 3"> and {{ alike.length - 3 }} more</template>.
  </p>
</template>
