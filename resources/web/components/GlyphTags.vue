<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ref, watch } from 'vue'
import { api, ApiProblem, unwrap } from '@/api/client'
import { useAbout } from '@/composables/useAbout'
import { useToast } from '@/composables/useToast'
import { counted } from '@/lib/bytes'

/** Tags for the glyphs that are chosen: some added, some taken off. */
const props = defineProps<{ glyphs: string[] }>()
const isOpen = defineModel<boolean>({ required: true })
const emit = defineEmits<{ done: [] }>()
const client = useQueryClient()
const { limits } = useAbout()
const { say } = useToast()
const added = ref('')
const removed = ref('')
const problem = ref('')
watch(isOpen, () => ((added.value = removed.value = ''), (problem.value = '')))
const listed = (text: string): string[] =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '')
async function put(): Promise<void> {
  problem.value = ''
  try {
    for (let at = 0; at < props.glyphs.length; at += limits.value.shelve_glyphs)
      await unwrap(
        api.POST('/api/v1/glyphs/arrange', {
          body: {
            glyphs: props.glyphs.slice(at, at + limits.value.shelve_glyphs),
            add_tags: listed(added.value),
            remove_tags: listed(removed.value),
          },
        }),
      )
    isOpen.value = false
    say(`Tags of ${counted(props.glyphs.length, 'glyph')} changed`)
    await client.invalidateQueries({ queryKey: ['tags'] })
    emit('done')
  } catch (e) {
    problem.value = e instanceof ApiProblem ? (Object.values(e.errors)[0]?.[0] ?? e.message) : 'Try again.'
  }
}
</script>

<template>
  <v-dialog v-model="isOpen">
    <form class="sheet-card" aria-labelledby="tags-h" @submit.prevent="put">
      <h2 id="tags-h">Tags of {{ counted(glyphs.length, 'glyph') }}</h2>
      <label class="label" for="tags-add">Add, with commas between</label>
      <v-text-field id="tags-add" v-model="added" autofocus placeholder="spring show, wax" />
      <label class="label" for="tags-drop">Take off</label>
      <v-text-field id="tags-drop" v-model="removed" />
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
      <div class="acts">
        <v-btn @click="isOpen = false">Leave them</v-btn
        ><v-btn class="main" type="submit" :disabled="added.trim() === '' && removed.trim() === ''">Change tags</v-btn>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.wrong {
  color: var(--fail);
}
</style>
