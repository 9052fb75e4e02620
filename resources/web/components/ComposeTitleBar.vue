<script setup lang="ts">
import * as limits from '@/api/limits'
import { mdiRedo, mdiUndo } from '@mdi/js'
import { nextTick, ref } from 'vue'
import type { Glyph } from '@/api/client'
import type { OverlayKind } from '@/components/KgOverlay.vue'
import KgSlide from '@/components/KgSlide.vue'
import KgVerdict from '@/components/KgVerdict.vue'

/** What the composition is called, the way back, and how the picture is looked at. */
defineProps<{
  glyph: Glyph | null
  dirty: boolean
  canUndo: boolean
  canRedo: boolean
  /** At output the size is looked at; before that what lies over the symbol. */
  showsSize: boolean
}>()
const name = defineModel<string>('name', { required: true })
/** Why it cannot be saved under this name. */
const problem = defineModel<string>('problem', { required: true })
const zoom = defineModel<'fit' | 'true' | 'size'>('zoom', { required: true })
const overlay = defineModel<OverlayKind>('overlay', { required: true })
defineEmits<{ save: []; undo: []; redo: []; history: [] }>()

const field = ref<HTMLInputElement>()
/** Puts the cursor where a name is missing. */
async function askForName(): Promise<void> {
  await nextTick()
  field.value?.focus()
  field.value?.select()
}
defineExpose({ askForName })
</script>

<template>
  <div class="bar">
    <div class="naming">
      <label class="sr" for="glyph-name">Name</label>
      <input
        id="glyph-name"
        ref="field"
        v-model="name"
        class="nm"
        :maxlength="limits.GlyphInput.name.maxLength"
        placeholder="Untitled glyph"
        autocomplete="off"
        :title="name"
        :aria-invalid="problem !== ''"
        aria-describedby="name-says"
        @input="problem = ''"
        @keydown.enter.prevent="$emit('save')"
      />
      <span v-if="problem" id="name-says" class="row say fails" role="alert"
        ><KgVerdict verdict="fails" />{{ problem }}</span
      >
      <span v-else id="name-says" class="state"
        ><button v-if="glyph" type="button" class="hist" title="What it was before" @click="$emit('history')">
          Revision {{ glyph.revision }}</button
        ><template v-else>New</template>{{ dirty ? ', unsaved' : '' }}</span
      >
    </div>
    <v-btn class="bare icon step" aria-label="Undo" title="Undo (Ctrl Z)" :disabled="!canUndo" @click="$emit('undo')"
      ><v-icon :icon="mdiUndo"
    /></v-btn>
    <v-btn
      class="bare icon step"
      aria-label="Redo"
      title="Redo (Ctrl Shift Z)"
      :disabled="!canRedo"
      @click="$emit('redo')"
      ><v-icon :icon="mdiRedo"
    /></v-btn>
    <KgSlide
      v-if="showsSize"
      v-model="zoom"
      class="zoom"
      label="Zoom"
      :options="[
        { value: 'fit', label: 'Fit' },
        { value: 'true', label: 'Pixels' },
        { value: 'size', label: 'True size' },
      ]"
    />
    <KgSlide
      v-else
      v-model="overlay"
      class="zoom"
      label="Shown over the symbol"
      :options="[
        { value: 'none', label: 'Plain' },
        { value: 'anatomy', label: 'Anatomy' },
        { value: 'red', label: 'Red' },
        { value: 'damage', label: 'Damage' },
      ]"
    />
  </div>
</template>

<style scoped>
.hist {
  border: 0;
  background: none;
  padding: 0;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-color: var(--edge);
}
.bar {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 0 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
}
/* The name has the room that the tools leave; what there is to say about it stands under it. */
.naming {
  flex: 1;
  min-width: 0;
  display: grid;
  align-content: center;
}
.state,
.naming .say {
  font: 500 12px/15px var(--font-text);
  color: var(--ink-3);
}
.naming .say {
  color: var(--fail);
}
.nm {
  border: 0;
  border-bottom: 1px solid transparent;
  background: none;
  font: 600 16px/20px var(--font-text);
  width: 100%;
  margin: 0 -4px;
  padding: 0 4px;
  text-overflow: ellipsis;
  outline-offset: -1px;
}
.nm::placeholder {
  color: var(--ink-3);
  opacity: 1;
}
.nm:hover,
.nm[aria-invalid='true'] {
  border-bottom-color: var(--edge);
}
.bar .zoom {
  align-self: flex-end;
  flex: none;
}
.bar .say {
  white-space: nowrap;
}
.step {
  width: 28px !important;
  min-width: 28px !important;
  height: 28px !important;
}
.step + .step {
  margin-left: -10px;
}
@media (max-width: 719px) {
  .bar {
    grid-column: 1 / -1;
    padding: 0 12px;
  }
  .bar .zoom {
    display: none;
  }
}
</style>
