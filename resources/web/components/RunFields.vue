<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useKinds } from '@/composables/useKinds'
import { type Kind, specsOf, type Values, withValue } from '@/lib/kinds'
import { leaves, mapped, valueAt } from '@/lib/mapping'
import KgTyped from './KgTyped.vue'

/** The fields of a kind, each filled from columns: by name where one has it, by hand where none does. */
const props = defineProps<{ kind: Kind; columns: string[] }>()
const values = defineModel<Values>({ required: true })
const { byName } = useKinds()
const all = computed(() => leaves(specsOf((byName(props.kind)?.schema ?? {}) as never)))
const isWide = ref(false)
const shown = computed(() =>
  all.value.filter((leaf) => isWide.value || !leaf.isAdvanced || valueAt(values.value, leaf.path) !== ''),
)
// Once a kind and its columns are there, those of the same name find each other; later it is by hand.
watch(
  [() => props.kind, all, () => props.columns.join('\n')],
  () => {
    if (all.value.length > 0 && props.columns.length > 0) values.value = mapped(all.value, props.columns, values.value)
  },
  { immediate: true },
)
</script>

<template>
  <div class="fields" role="group" aria-label="Fields and their columns">
    <label v-for="leaf in shown" :key="leaf.path" class="line">
      <span class="label" :title="leaf.help">{{ leaf.label }}<b v-if="leaf.required" title="needed"> *</b></span>
      <select
        v-if="leaf.options.length > 0"
        class="kg-plain"
        :value="valueAt(values, leaf.path)"
        @change="values = withValue(values, leaf.path, ($event.target as HTMLSelectElement).value)"
      >
        <option v-if="!leaf.options.some((one) => one.value === '')" value="">as usual</option>
        <option v-for="one in leaf.options" :key="one.value" :value="one.value">{{ one.label }}</option>
        <option
          v-for="column in columns"
          :key="`c ${column}`"
          :value="`{{${column.replace(/[^A-Za-z0-9_.-]+/g, '_')}}}`"
        >
          column {{ column }}
        </option>
      </select>
      <KgTyped
        v-else
        class="kg-plain code"
        spellcheck="false"
        list="run-columns"
        :placeholder="leaf.example"
        :value="valueAt(values, leaf.path)"
        @take="values = withValue(values, leaf.path, $event)"
      />
    </label>
    <datalist id="run-columns">
      <option v-for="column in columns" :key="column" :value="`{{${column.replace(/[^A-Za-z0-9_.-]+/g, '_')}}}`" />
    </datalist>
    <button v-if="all.some((leaf) => leaf.isAdvanced)" type="button" class="link" @click="isWide = !isWide">
      {{ isWide ? 'Fewer fields' : 'All fields' }}
    </button>
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  gap: 6px;
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
  justify-self: start;
}
b {
  color: var(--accent);
}
</style>
