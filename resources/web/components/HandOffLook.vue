<script setup lang="ts">
import * as limits from '@/api/limits'
import { ref, useId, watch } from 'vue'
import { type AddressLook, useAddressLook } from '@/composables/useAddressLook'
import { useSession } from '@/composables/useSession'
import type { Loose } from '@/lib/table'

/** How an address says a look; one of shapes, gradients, marks and captions has to have a name to stand in a line. */
const props = defineProps<{ of: Pick<Loose, 'name' | 'finish' | 'finish_id'> }>()
const model = defineModel<AddressLook | null>({ required: true })
const { mayWrite } = useSession()
const { look, isUnnamed, isKeeping, problem, isInksAlone, keep } = useAddressLook(() => props.of)
watch(look, (now) => (model.value = now), { immediate: true })
const name = ref(props.of.name.slice(0, limits.FinishInput.name.maxLength))
const id = useId()
</script>

<template>
  <form v-if="isUnnamed" class="look" @submit.prevent="keep(name)">
    <p>
      <b>This look needs a name.</b> An address says inks and a quiet zone by itself; shapes, a gradient, a mark or a
      caption it takes from a saved finish, in the revision that is current now, for ever.
    </p>
    <div class="row">
      <label class="label" :for="id">Finish</label>
      <input
        :id="id"
        v-model.trim="name"
        class="kg-plain"
        :maxlength="limits.FinishInput.name.maxLength"
        :aria-invalid="problem !== ''"
      />
      <v-btn class="fix" type="submit" :loading="isKeeping" :disabled="!mayWrite || name === ''"
        >Keep it as a finish</v-btn
      >
      <v-btn class="bare" @click="isInksAlone = true">Inks alone</v-btn>
    </div>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-else-if="!mayWrite" class="note">Your role may not save finishes: ask an owner or an editor.</p>
  </form>
</template>

<style scoped>
.look {
  display: grid;
  gap: 8px;
}
.look input {
  min-width: 0;
  flex: 1;
  max-width: 280px;
}
</style>
