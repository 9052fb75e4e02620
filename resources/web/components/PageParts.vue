<script setup lang="ts">
import {
  mdiArrowDown,
  mdiArrowUp,
  mdiChevronDown,
  mdiChevronUp,
  mdiClose,
  mdiEyeOffOutline,
  mdiEyeOutline,
} from '@mdi/js'
import { ref } from 'vue'
import KgVerdict from '@/components/KgVerdict.vue'
import PagePart from '@/components/PagePart.vue'
import { type usePageOptions } from '@/composables/usePages'
import { faultsOf, gist, type Part } from '@/lib/page'
import { moved } from '@/lib/route'

// The parts of a page in their order: one is open, others are moved, hidden or taken out.
const props = defineProps<{
  parts: Part[]
  files: Parameters<typeof gist>[1]
  faults: Parameters<typeof faultsOf>[0]
  fieldsOf: ReturnType<typeof usePageOptions>['fieldsOf']
  labelOf: ReturnType<typeof usePageOptions>['labelOf']
  mayWrite: boolean
}>()
const emit = defineEmits<{ change: [parts: Part[]]; drop: [at: number] }>()
/** The part whose form is shown. */
const open = defineModel<string>('open', { required: true })

const setPart = (at: number, next: Record<string, unknown>): void =>
  emit(
    'change',
    props.parts.map((part, i) => (i === at ? ({ ...part, ...next } as Part) : part)),
  )
const dragged = ref(-1)
function land(at: number): void {
  if (dragged.value >= 0) emit('change', moved(props.parts, dragged.value, at))
  dragged.value = -1
}
const wrongIn = (at: number): number => Object.keys(faultsOf(props.faults, at)).length
</script>

<template>
  <ol class="parts">
    <li
      v-for="(part, i) in parts"
      :key="part.id"
      :class="{ open: open === part.id, hid: part.hidden }"
      @dragover.prevent
      @drop="land(i)"
    >
      <div class="bk" :draggable="mayWrite" @dragstart="dragged = i" @dragend="dragged = -1">
        <span class="drag" aria-hidden="true" />
        <button
          type="button"
          class="what"
          :aria-expanded="open === part.id"
          @click="open = open === part.id ? '' : part.id"
        >
          <b>{{ labelOf(part.part) }}</b>
          <span class="clip">{{ part.hidden ? 'hidden' : gist(part, files) }}</span>
          <span v-if="wrongIn(i) > 0" class="row say fails"
            ><KgVerdict verdict="fails" />{{ wrongIn(i) === 1 ? '1 to mend' : `${wrongIn(i)} to mend` }}</span
          >
          <v-icon class="kg-icon" :icon="open === part.id ? mdiChevronUp : mdiChevronDown" />
        </button>
        <span v-if="mayWrite" class="tools">
          <v-btn
            class="bare icon"
            :aria-label="`Move ${labelOf(part.part)} up`"
            :disabled="i === 0"
            @click="emit('change', moved(parts, i, i - 1))"
            ><v-icon :icon="mdiArrowUp"
          /></v-btn>
          <v-btn
            class="bare icon"
            :aria-label="`Move ${labelOf(part.part)} down`"
            :disabled="i === parts.length - 1"
            @click="emit('change', moved(parts, i, i + 1))"
            ><v-icon :icon="mdiArrowDown"
          /></v-btn>
          <v-btn
            class="bare icon"
            :aria-label="`${part.hidden ? 'Show' : 'Hide'} ${labelOf(part.part)}`"
            @click="setPart(i, { hidden: part.hidden !== true })"
            ><v-icon :icon="part.hidden ? mdiEyeOffOutline : mdiEyeOutline"
          /></v-btn>
          <v-btn class="bare icon" :aria-label="`Take ${labelOf(part.part)} out`" @click="emit('drop', i)"
            ><v-icon :icon="mdiClose"
          /></v-btn>
        </span>
      </div>
      <PagePart
        v-if="open === part.id"
        class="form"
        :model-value="part"
        :fields="fieldsOf(part.part)"
        :faults="faultsOf(faults, i)"
        :path="`part-${part.id}`"
        :kind="part.part"
        :disabled="!mayWrite"
        @update:model-value="setPart(i, $event)"
      />
    </li>
    <li v-if="parts.length === 0" class="note none">Nothing is on this page yet. Add a part above.</li>
  </ol>
</template>

<style scoped>
.parts > li {
  border-bottom: 1px solid var(--rule);
}
.parts > li.open {
  background: var(--sheet);
  box-shadow: inset 3px 0 0 var(--accent);
}
.parts > li.hid .what {
  color: var(--ink-3);
}
.bk {
  display: flex;
  align-items: center;
  padding: 0 10px 0 14px;
  min-height: 40px;
}
.drag {
  width: 12px;
  height: 6px;
  border: solid var(--edge);
  border-width: 1.5px 0;
  cursor: grab;
  flex: none;
}
.what {
  flex: 1;
  min-width: 0;
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr) auto 16px;
  gap: 10px;
  align-items: center;
  border: 0;
  background: none;
  text-align: left;
  padding: 9px 6px 9px 12px;
}
.what > span:nth-child(2) {
  color: var(--ink-2);
}
.what > .kg-icon {
  grid-column: 4;
}
.tools {
  display: flex;
}
.icon {
  padding: 0 !important;
  width: 28px;
}
.form {
  padding: 2px 20px 16px 38px;
}
.none {
  padding: 24px;
}
</style>
