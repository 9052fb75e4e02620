<script setup lang="ts">
import * as limits from '@/api/limits'
import { computed, ref } from 'vue'
import { plain, type Part } from '@/lib/label'
import KgSlide from './KgSlide.vue'
import KgTyped from './KgTyped.vue'

/** What a part says and how it looks. */
const props = defineProps<{ part: Part; columns: string[] }>()
/** `done` says that a change is whole, and can be taken back as one. */
const emit = defineEmits<{ change: [part: Part, done: boolean] }>()
const BARS = ['code128', 'ean13', 'ean8', 'upca', 'itf14', 'code39']
const problem = ref('')
const set = (more: Partial<Part>, done = true): void => emit('change', { ...props.part, ...more } as Part, done)
const number = (text: string): number | null =>
  text.trim() === '' || !Number.isFinite(Number(text)) ? null : Number(text)
function place(key: 'x' | 'y' | 'width' | 'height', text: string): void {
  const value = number(text)
  if (value === null || value < 0 || (key !== 'x' && key !== 'y' && value < 0.1)) return
  const square = props.part.kind === 'symbol' && (key === 'width' || key === 'height')
  set(square ? { width: value, height: value } : { [key]: value })
}
const PLACES = [
  ['x', 'x'],
  ['y', 'y'],
  ['width', 'wide'],
  ['height', 'high'],
] as const
const says = computed(() => props.part.text ?? '')
function take(event: Event): void {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  if (file.size > 1_000_000) return void (problem.value = 'A picture has at most 1 MB.')
  const reader = new FileReader()
  reader.onload = () => {
    problem.value = ''
    set({ picture: String(reader.result).replace(/^data:[^;,]*/, `data:${file.type || 'image/svg+xml'}`) })
  }
  reader.onerror = () => (problem.value = 'The file could not be read.')
  reader.readAsDataURL(file)
}
</script>

<template>
  <div class="form">
    <div class="four">
      <label v-for="[key, word] in PLACES" :key="key">
        <span class="note">{{ word }}</span>
        <KgTyped
          class="kg-plain fig"
          type="number"
          step="0.1"
          min="0"
          :value="part[key]"
          :aria-label="`${word}, mm`"
          @take="place(key, $event)"
        />
      </label>
    </div>
    <p v-if="part.kind === 'symbol'" class="note">The row’s own symbol, with its quiet zone.</p>
    <template v-if="part.kind === 'text' || part.kind === 'bars'">
      <label class="line"
        ><span class="label">Says</span
        ><textarea
          class="kg-plain code"
          :rows="part.kind === 'text' ? 2 : 1"
          :maxlength="limits.LabelPart.text.maxLength"
          spellcheck="false"
          :value="says"
          @input="set({ text: ($event.target as HTMLTextAreaElement).value }, false)"
          @change="set({ text: ($event.target as HTMLTextAreaElement).value })"
        />
      </label>
      <div class="line">
        <span class="label">Drop in</span>
        <span class="chips"
          ><button
            v-for="one in columns"
            :key="one"
            type="button"
            class="chip"
            :title="`Put ${one} into the text`"
            @click="set({ text: `${says}{{${plain(one)}}}` })"
          >
            {{ one }}
          </button></span
        >
      </div>
    </template>
    <template v-if="part.kind === 'text'">
      <label class="line"
        ><span class="label">Size, pt</span
        ><KgTyped
          class="kg-plain fig short"
          type="number"
          :min="limits.LabelPart.size_pt.minimum"
          :max="limits.LabelPart.size_pt.maximum"
          step="0.5"
          :value="part.size_pt ?? 8"
          @take="
            set({
              size_pt: Math.min(
                limits.LabelPart.size_pt.maximum,
                Math.max(limits.LabelPart.size_pt.minimum, number($event) ?? 8),
              ),
            })
          "
      /></label>
      <div class="line">
        <span class="label">Set</span>
        <KgSlide
          :model-value="part.align ?? 'left'"
          label="Set"
          :options="[
            { value: 'left', label: 'Left' },
            { value: 'centre', label: 'Centre' },
            { value: 'right', label: 'Right' },
          ]"
          @update:model-value="set({ align: $event })"
        />
      </div>
      <div class="line">
        <span class="label">Too long</span>
        <KgSlide
          :model-value="part.fit ?? 'shrink'"
          label="When it is too long"
          :options="[
            { value: 'shrink', label: 'Shrink' },
            { value: 'wrap', label: 'Wrap' },
            { value: 'refuse', label: 'Set aside' },
          ]"
          @update:model-value="set({ fit: $event })"
        />
      </div>
    </template>
    <template v-if="part.kind === 'bars'">
      <label class="line"
        ><span class="label">Symbology</span
        ><select
          class="kg-plain"
          :value="part.symbology ?? 'code128'"
          @change="set({ symbology: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="one in BARS" :key="one">{{ one }}</option>
        </select></label
      >
      <label class="tick"
        ><input
          type="checkbox"
          :checked="part.caption !== false"
          @change="set({ caption: ($event.target as HTMLInputElement).checked })"
        />
        characters below the bars</label
      >
    </template>
    <div v-if="part.kind === 'picture'" class="line">
      <span class="label">Picture</span>
      <label class="up"
        >{{ part.picture ? 'Another one' : 'Choose one'
        }}<input class="sr" type="file" accept="image/png,image/jpeg,image/webp,image/svg+xml" @change="take"
      /></label>
    </div>
    <label v-if="part.kind !== 'symbol' && part.kind !== 'picture'" class="line"
      ><span class="label">Ink</span
      ><input
        type="color"
        class="ink"
        :value="part.ink ?? '#000000'"
        aria-label="Ink of the part"
        @change="set({ ink: ($event.target as HTMLInputElement).value.toUpperCase() })"
    /></label>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  gap: 8px;
}
.four {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px;
}
.four label {
  display: grid;
}
.line {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr);
  align-items: center;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.chip {
  border: 1px solid var(--edge);
  background: none;
  font: var(--t-code);
  padding: 0 6px;
}
.short {
  width: 84px;
}
.ink {
  width: 44px;
  height: 28px;
  padding: 0;
  border: 1px solid var(--edge);
  background: none;
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
}
.up {
  border: 1px solid var(--edge);
  background: var(--sheet);
  padding: 5px 12px;
  font-weight: 600;
  cursor: pointer;
  justify-self: start;
}
.up:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
.wrong {
  color: var(--fail);
}
</style>
