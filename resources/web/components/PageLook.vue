<script setup lang="ts">
import * as limits from '@/api/limits'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import { usePageOptions, usePageStyles } from '@/composables/usePages'
import { useToast } from '@/composables/useToast'
import KgColour from './KgColour.vue'
import PageFile from './PageFile.vue'

/** How the page looks: three colours, a face, corners, a picture behind; kept by a name to be used again. */
const props = defineProps<{ faults: readonly { field: string; message: string }[]; disabled?: boolean }>()
const style = defineModel<Schemas['PageStyle']>({ required: true })
const { options } = usePageOptions()
const { data: styles } = usePageStyles()
const client = useQueryClient()
const { say } = useToast()
const set = (name: keyof Schemas['PageStyle'], value: string): void =>
  void (style.value = { ...style.value, [name]: value })
const fault = (name: string): string => props.faults.find((one) => one.field === `style.${name}`)?.message ?? ''
/** The colour that a message offers. */
const better = (name: string): string => /#[0-9A-F]{6}/.exec(fault(name))?.[0] ?? ''
const COLOURS = [
  { name: 'ground' as const, label: 'Ground' },
  { name: 'ink' as const, label: 'Words' },
  { name: 'accent' as const, label: 'Buttons' },
]
const name = ref('')
const problem = ref('')
const same = computed(
  () => (styles.value ?? []).find((one) => JSON.stringify(one.style) === JSON.stringify(style.value))?.id ?? '',
)
async function keep(): Promise<void> {
  problem.value = ''
  try {
    await unwrap(api.POST('/api/v1/page-styles', { body: { name: name.value, style: style.value } }))
    await client.invalidateQueries({ queryKey: ['page-styles'] })
    say(`Kept as ${name.value}`)
    name.value = ''
  } catch (e) {
    problem.value = e instanceof ApiProblem ? (e.field('name') ?? e.message) : 'It could not be kept.'
  }
}
async function forget(): Promise<void> {
  await unwrap(api.DELETE('/api/v1/page-styles/{style}', { params: { path: { style: same.value } } })).catch(
    (e: unknown) => say(e instanceof Error ? e.message : 'It could not be forgotten.'),
  )
  await client.invalidateQueries({ queryKey: ['page-styles'] })
}
const take = (id: string): void => {
  const kept = (styles.value ?? []).find((one) => one.id === id)
  if (kept !== undefined) style.value = { ...kept.style }
}
const typed = (event: Event): string => (event.target as HTMLInputElement).value
</script>

<template>
  <div class="look">
    <div v-for="one in COLOURS" :key="one.name">
      <KgColour
        :model-value="style[one.name] ?? '#000000'"
        :label="one.label"
        @update:model-value="set(one.name, $event)"
      />
      <p v-if="fault(one.name)" class="wrong">
        {{ fault(one.name) }}
        <button v-if="better(one.name)" type="button" class="fix" @click="set(one.name, better(one.name))">
          Use {{ better(one.name) }}
        </button>
      </p>
    </div>
    <label class="line"
      ><span class="label">Type</span
      ><select class="kg-plain" :value="style.face" :disabled="disabled" @change="set('face', typed($event))">
        <option v-for="face in options?.faces ?? []" :key="face" :value="face">{{ face }}</option>
      </select></label
    >
    <label class="line"
      ><span class="label">Corners</span
      ><select class="kg-plain" :value="style.corners" :disabled="disabled" @change="set('corners', typed($event))">
        <option v-for="one in options?.corners ?? []" :key="one" :value="one">{{ one }}</option>
      </select></label
    >
    <div class="line">
      <span class="label">Behind it</span>
      <PageFile
        id="behind"
        :model-value="style.picture ?? ''"
        label="Picture behind the page"
        picture
        :disabled="disabled"
        @update:model-value="set('picture', $event)"
      />
    </div>
    <div class="line">
      <span class="label">Kept styles</span>
      <div class="row">
        <select class="kg-plain grow" aria-label="A style that was kept" :value="same" @change="take(typed($event))">
          <option value="">{{ styles?.length ? 'Choose one' : 'none yet' }}</option>
          <option v-for="one in styles ?? []" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
        <v-btn v-if="same !== ''" :disabled="disabled" @click="forget">Forget it</v-btn>
      </div>
    </div>
    <form v-if="same === ''" class="line" @submit.prevent="keep">
      <label class="label" for="style-name">Keep this as</label>
      <div class="row">
        <input
          id="style-name"
          v-model="name"
          class="kg-plain grow"
          :maxlength="limits.PageStyleInput.name.maxLength"
          required
          :disabled="disabled"
        />
        <v-btn type="submit" :disabled="disabled">Keep</v-btn>
      </div>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    </form>
  </div>
</template>

<style scoped>
.look {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 20px;
  padding: 10px 16px 14px;
  align-items: start;
}
.line {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 8px;
  align-items: start;
}
.line > .label {
  padding-top: 6px;
}
.kg-plain {
  width: 100%;
}
.wrong {
  color: var(--fail);
}
.fix {
  border: 1px solid currentColor;
  background: none;
  font-weight: 600;
  padding: 0 6px;
}
@media (max-width: 900px) {
  .look {
    grid-template-columns: 1fr;
  }
}
</style>
