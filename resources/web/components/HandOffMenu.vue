<script setup lang="ts">
import { mdiContentCopy, mdiDotsHorizontal, mdiTrayArrowDown } from '@mdi/js'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import type { Bars, BarsFile } from '@/composables/useBars'
import type { CopyKind } from '@/composables/useHandOff'

/** Files to take and texts to copy: two menus where there is room, one where there is little. */
const props = defineProps<{ disabled: boolean; bars: Bars | null }>()
const emit = defineEmits<{ download: [format: Schemas['PictureFormat']]; copy: [what: CopyKind]; further: [] }>()

const FILES: Schemas['PictureFormat'][] = ['svg', 'png', 'pdf', 'eps', 'webp', 'jpg']
const BAR_FILES: BarsFile[] = ['svg', 'png']
const COPIES: { what: CopyKind; title: string }[] = [
  { what: 'picture', title: 'Picture' },
  { what: 'img', title: 'HTML image' },
  { what: 'svg', title: 'Inline SVG' },
  { what: 'curl', title: 'curl call' },
]

interface Item {
  title: string
  run: () => void
}
const files = computed<Item[]>(() => {
  const { bars } = props
  return [
    ...FILES.map((format) => ({ title: `${format.toUpperCase()} file`, run: () => emit('download', format) })),
    ...(bars === null
      ? []
      : BAR_FILES.map((format) => ({
          title: `${bars.title} as ${format.toUpperCase()}`,
          run: () => void bars.save(format),
        }))),
  ]
})
const copies = COPIES.map(({ what, title }) => ({ title, run: () => emit('copy', what) }))
/** Snippets for all the places that a picture can go. */
const further: Item = { title: 'Page, mail, program …', run: () => emit('further') }
const menus = computed(() => [
  { name: 'Export', icon: mdiTrayArrowDown, items: files.value },
  { name: 'Copy', icon: mdiContentCopy, items: [...copies, further] },
])
const all = computed<Item[]>(() => [
  ...files.value,
  ...copies.map(({ title, run }) => ({ title: `Copy: ${title}`, run })),
  further,
])
</script>

<template>
  <v-menu v-for="menu in menus" :key="menu.name">
    <template #activator="{ props: opens }"
      ><v-btn v-bind="opens" class="wide" :prepend-icon="menu.icon" :disabled="disabled">{{
        menu.name
      }}</v-btn></template
    >
    <v-list><v-list-item v-for="item in menu.items" :key="item.title" :title="item.title" @click="item.run" /></v-list>
  </v-menu>
  <v-menu>
    <template #activator="{ props: opens }"
      ><v-btn v-bind="opens" class="narrow icon" aria-label="Export and copy" :disabled="disabled"
        ><v-icon :icon="mdiDotsHorizontal" /></v-btn
    ></template>
    <v-list><v-list-item v-for="item in all" :key="item.title" :title="item.title" @click="item.run" /></v-list>
  </v-menu>
</template>

<style scoped>
.narrow {
  display: none;
}
@media (max-width: 719px) {
  .wide {
    display: none;
  }
  .narrow {
    display: inline-grid;
    width: 56px;
    padding: 0;
  }
}
</style>
