<script setup lang="ts">
import { computed, ref } from 'vue'
import KgTyped from './KgTyped.vue'

/** How columns are cleaned before they are put anywhere, and values that are the same in every row. */
const props = defineProps<{ columns: string[] }>()
const transforms = defineModel<Record<string, string[]>>('transforms', { required: true })
const constants = defineModel<Record<string, string>>('constants', { required: true })
const byRow = defineModel<Record<string, string>>('byRow', { required: true })
/** What may come from a column in place of being the same for all. */
const CHOICES = [
  ['level', 'Level'],
  ['size_mm', 'Size, mm'],
  ['dark', 'Dark ink'],
  ['light', 'Light ink'],
] as const
function choose(key: string, text: string): void {
  const template = text.trim()
  const rest = Object.fromEntries(Object.entries(byRow.value).filter(([one]) => one !== key))
  byRow.value = template === '' ? rest : { ...rest, [key]: template }
}
const STEPS = ['trim', 'upper', 'lower', 'digits', 'pad:13', 'date:dmy', 'gs1date:dmy', 'gs1weight:3']
const name = ref('')
const value = ref('')
const isOpen = ref(
  Object.keys(transforms.value).length + Object.keys(constants.value).length + Object.keys(byRow.value).length > 0,
)
const shown = computed(() => [...new Set([...props.columns, ...Object.keys(transforms.value)])])
function clean(column: string, text: string): void {
  const steps = text
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '')
  const rest = Object.fromEntries(Object.entries(transforms.value).filter(([key]) => key !== column))
  transforms.value = steps.length > 0 ? { ...rest, [column]: steps } : rest
}
function add(): void {
  if (!/^[A-Za-z_][\w.-]{0,63}$/.test(name.value)) return
  constants.value = { ...constants.value, [name.value]: value.value }
  name.value = ''
  value.value = ''
}
const without = (key: string): Record<string, string> =>
  Object.fromEntries(Object.entries(constants.value).filter(([one]) => one !== key))
</script>

<template>
  <details :open="isOpen" @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
    <summary class="note">
      Clean columns first; values that are the same in every row; level, size and inks from columns
    </summary>
    <div class="inside">
      <label v-for="column in shown" :key="column" class="line">
        <span class="label code clip">{{ column }}</span>
        <KgTyped
          class="kg-plain code"
          list="run-steps"
          spellcheck="false"
          placeholder="as it is; trim,upper"
          :aria-label="`Steps for ${column}`"
          :value="(transforms[column] ?? []).join(',')"
          @take="clean(column, $event)"
        />
      </label>
      <p v-if="shown.length === 0" class="note">Columns that the text asks for are here.</p>
      <datalist id="run-steps"><option v-for="one in STEPS" :key="one" :value="one" /></datalist>
      <div v-for="(held, key) in constants" :key="key" class="line">
        <span class="label code clip">{{ key }}</span>
        <span class="row"
          ><span class="code grow">{{ held }}</span>
          <button type="button" class="link" @click="constants = without(String(key))">Take it out</button></span
        >
      </div>
      <div class="row">
        <input v-model="name" class="kg-plain code" placeholder="name" aria-label="Name of a value for all rows" />
        <input
          v-model="value"
          class="kg-plain code"
          placeholder="value in every row"
          aria-label="Value for all rows"
          @keydown.enter.prevent="add"
        />
        <v-btn :disabled="!/^[A-Za-z_][\w.-]{0,63}$/.test(name)" @click="add">Add</v-btn>
      </div>
      <div class="four">
        <label v-for="[key, word] in CHOICES" :key="key"
          ><span class="label">{{ word }}</span
          ><KgTyped
            class="kg-plain code"
            spellcheck="false"
            :placeholder="`{{${key}}}`"
            :aria-label="`${word} from a column`"
            :value="byRow[key] ?? ''"
            @take="choose(key, $event)"
        /></label>
      </div>
    </div>
  </details>
</template>

<style scoped>
.four {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px;
}
.inside {
  display: grid;
  gap: 6px;
  padding: 8px 0 0;
}
.line {
  display: grid;
  grid-template-columns: 160px minmax(0, 1fr);
  align-items: center;
}
.link {
  border: 0;
  background: none;
  text-decoration: underline;
  padding: 0;
}
</style>
