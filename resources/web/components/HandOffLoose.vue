<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ApiProblem, unwrap } from '@/api/client'
import type { Key } from '@/composables/useKeys'
import type { AddressLook } from '@/composables/useAddressLook'
import { type HandOff, LARGE_PX } from '@/lib/handOff'
import { isPlain } from '@/lib/recipe'
import type { Loose } from '@/lib/table'
import HandOffLook from './HandOffLook.vue'

/** Addresses of a composition that is not saved: signed, and tied to a publishable key. */
const props = defineProps<{ loose: Loose; keys: Key[]; side: number }>()
const made = defineModel<HandOff['made']>({ required: true })

const usable = computed(() => props.keys.filter((key) => key.sort === 'publishable' && key.revoked_at === null))
const chosen = ref<number | null>(null)
const keyId = computed(() => chosen.value ?? usable.value[0]?.id ?? null)
const problem = ref('')
/** How the address says what it looks like; null while it has no name for it. */
const look = ref<AddressLook | null>(null)
const stands = computed(() => {
  if (look.value?.finish !== undefined)
    return `All that draws it stands in the address; its look is ${look.value.finish}.`
  return isPlain(props.loose.finish)
    ? 'All that draws it stands in the address.'
    : 'Shapes, mark and caption are left out.'
})
let asked = 0
async function make(): Promise<void> {
  const mine = ++asked
  made.value = null
  problem.value = ''
  if (keyId.value === null || look.value === null) return
  const { text, kind, level, lift, modes, name } = props.loose
  const said = { key: keyId.value, text, kind, level, lift, modes, name, ...look.value }
  const address = async (format: 'svg' | 'png', size: number): Promise<string> =>
    (
      (await unwrap(
        api.POST('/api/v1/addresses', {
          body: { ...said, format, size_px: size },
        }),
      )) as { url: string }
    ).url
  try {
    const [svg, png] = await Promise.all([address('svg', 2 * props.side), address('png', LARGE_PX)])
    if (mine === asked) made.value = { svg, png }
  } catch (e) {
    if (mine === asked)
      problem.value = e instanceof ApiProblem ? e.message : 'The address could not be made. Try again.'
  }
}
watch([keyId, () => JSON.stringify([props.loose, props.side, look.value])], () => void make(), { immediate: true })
</script>

<template>
  <div class="loose">
    <p v-if="keyId === null">
      <b>A page needs a publishable key.</b> <router-link to="/keys">Make one</router-link>, or save this as a glyph: a
      glyph can have an address without a key, and be changed behind it.
    </p>
    <label v-else class="row"
      ><span class="label">Key</span>
      <select
        class="kg-plain"
        aria-label="Key"
        :value="keyId"
        @change="chosen = Number(($event.target as HTMLSelectElement).value)"
      >
        <option v-for="key in usable" :key="key.id" :value="key.id">{{ key.name }}</option>
      </select>
      <span v-if="look" class="note">{{ stands }}</span></label
    >
    <HandOffLook v-if="keyId !== null" v-model="look" :of="loose" />
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.loose {
  display: grid;
  gap: 6px;
  padding: 12px 16px;
  border-bottom: 1px solid var(--rule);
}
</style>
