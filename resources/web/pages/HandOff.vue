<script setup lang="ts">
import { mdiContentCopy } from '@mdi/js'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Glyph, unwrap } from '@/api/client'
import HandOffLoose from '@/components/HandOffLoose.vue'
import HandOffMerge from '@/components/HandOffMerge.vue'
import HandOffTry from '@/components/HandOffTry.vue'
import KgGlyphPicker from '@/components/KgGlyphPicker.vue'
import KgThumb from '@/components/KgThumb.vue'
import { useAbout } from '@/composables/useAbout'
import { useGlyphList } from '@/composables/useGlyphs'
import { useKeys } from '@/composables/useKeys'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { save } from '@/lib/exports'
import { DESTINATIONS, type HandOff, HAS_WIDTH, largePicture, NEEDS_ADDRESS, notesOf, SIDE } from '@/lib/handOff'
import { finishOfGlyph, recipeOf, recipeOfGlyph } from '@/lib/recipe'
import { fileBeside, type SnippetFile } from '@/lib/serverSnippets'
import { takeUp } from '@/lib/table'

const route = useRoute()
const router = useRouter()
const client = useQueryClient()
const { say } = useToast()
const { session, mayWrite } = useSession()
const { elements } = useAbout()
const mayManage = computed(() => session.value?.abilities.includes('keys') ?? false)
const { keys } = useKeys()
const { glyphs } = useGlyphList('', '-updated_at')
const id = computed(() => (typeof route.params.id === 'string' ? route.params.id : ''))
/** A composition that is not saved, from Compose. */
const loose = computed(() => (id.value === '' && route.query.of === 'table' ? takeUp() : null))
// Without one in the address, the newest is as good as any.
watch(
  glyphs,
  (all) => {
    if (id.value === '' && loose.value === null && all[0] !== undefined) void router.replace(`/hand-off/${all[0].id}`)
  },
  { immediate: true },
)
const { data: saved, error } = useQuery({
  queryKey: ['glyph', id],
  enabled: computed(() => id.value !== ''),
  queryFn: async () =>
    (await unwrap(api.GET('/api/v1/glyphs/{glyph}', { params: { path: { glyph: id.value } } }))) as Glyph,
})

const chosen = ref(DESTINATIONS[0]!.id)
const destination = computed(() => DESTINATIONS.find((one) => one.id === chosen.value) ?? DESTINATIONS[0]!)
const groups = computed(() => {
  const names = [...new Set(DESTINATIONS.map((one) => one.group))]
  return names.map((name) => ({ name, all: DESTINATIONS.filter((one) => one.group === name) }))
})
const glyph = computed(() =>
  saved.value === undefined ? (loose.value ?? undefined) : { ...saved.value, finish: finishOfGlyph(saved.value) },
)
const recipe = computed(() => {
  if (saved.value !== undefined) return recipeOfGlyph(saved.value)
  return loose.value === null ? undefined : recipeOf(loose.value)
})
/** Pixels of the page that the picture takes. */
const SIDES = { least: 40, most: 1000 }
const width = ref<number | string>(SIDE)
const side = computed(() => {
  const typed = Math.round(Number(width.value))
  return typed >= SIDES.least && typed <= SIDES.most ? typed : SIDE
})
/** Signed addresses of what is not saved. */
const made = ref<HandOff['made']>(null)
const hasAddress = computed(() => (loose.value === null ? saved.value?.address != null : made.value !== null))
const key = computed(() =>
  loose.value !== null && NEEDS_ADDRESS.includes(chosen.value) ? 'publishable' : destination.value.key,
)
const isMerged = computed(() => ['mailing', 'spreadsheet'].includes(chosen.value))
const given = computed<HandOff | null>(() =>
  glyph.value === undefined || recipe.value === undefined
    ? null
    : {
        base: window.location.origin,
        glyph: glyph.value,
        recipe: recipe.value,
        token: saved.value?.address?.token ?? null,
        made: loose.value === null ? null : made.value,
        elements: elements.value,
        side: side.value,
      },
)
const mergedAs = computed(() => (chosen.value === 'spreadsheet' ? 'spreadsheet' : 'mailing'))
const needsAddress = computed(() => NEEDS_ADDRESS.includes(chosen.value))
const merged = ref('')
const code = computed(() =>
  given.value === null ? '' : isMerged.value ? merged.value : destination.value.code(given.value),
)

/** What is too long for the snippet goes into a file beside it. */
const beside = computed(() => (recipe.value === undefined ? null : fileBeside(chosen.value, recipe.value)))
const saveFile = (file: SnippetFile): void => save(new Blob([file.content], { type: 'application/json' }), file.name)

const isGiving = ref(false)
async function address(give: boolean): Promise<void> {
  isGiving.value = true
  try {
    const params = { params: { path: { glyph: id.value } } }
    const now = (await unwrap(
      give ? api.PUT('/api/v1/glyphs/{glyph}/address', params) : api.DELETE('/api/v1/glyphs/{glyph}/address', params),
    )) as Glyph
    client.setQueryData(['glyph', id.value], now)
    await client.invalidateQueries({ queryKey: ['glyph', id.value] })
    say(give ? 'It has an address now' : 'Its address is taken back')
  } catch (e) {
    say(e instanceof Error ? e.message : 'It could not be done. Try again.')
  } finally {
    isGiving.value = false
  }
}
async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(code.value)
    say('Copied')
  } catch {
    say('The browser did not allow it. Select the text and copy it.')
  }
}
</script>

<template>
  <div class="hand outward">
    <section class="panel" aria-label="Where it goes">
      <div class="which">
        <KgThumb v-if="saved" :glyph="saved" :size="52" />
        <div class="grow">
          <label>
            <span class="label">Glyph</span>
            <KgGlyphPicker :id="id" :glyph="glyph" :glyphs="glyphs" screen="hand-off" />
          </label>
          <p v-if="loose" class="note">Not saved. <router-link to="/compose">Back to it</router-link></p>
        </div>
      </div>
      <nav class="index" aria-label="Destinations">
        <template v-for="group in groups" :key="group.name">
          <h2 class="label">{{ group.name }}</h2>
          <button
            v-for="one in group.all"
            :key="one.id"
            type="button"
            :aria-current="one.id === chosen ? 'true' : undefined"
            @click="chosen = one.id"
          >
            <span class="grow">{{ one.name }}</span><span class="code hint">{{ one.tag }}</span>
          </button>
        </template>
      </nav>
    </section>
    <section class="panel out" aria-label="Snippet">
      <p v-if="error" class="wrong pad" role="alert">{{ error.message }}</p>
      <div v-else-if="glyphs.length === 0 && !glyph" class="blank">
        <div class="box">
          <h1>Nothing to hand off yet</h1>
          <p class="note">Save a composition as a glyph: then it can go into pages, mails and programs.</p>
          <v-btn class="main" to="/compose">Compose</v-btn>
        </div>
      </div>
      <template v-else-if="given">
        <div class="head">
          <h1 class="grow">{{ destination.name }}</h1>
          <span v-if="key !== 'none'" class="kd" :class="key">{{ key }} key</span>
          <label v-if="HAS_WIDTH.includes(chosen)" class="row"
            ><span class="label">Width</span>
            <input
              v-model="width"
              class="kg-plain width"
              type="number"
              :min="SIDES.least"
              :max="SIDES.most"
              aria-label="Width in the page, in pixels"
            />
            <span class="note">px</span></label
          >
          <v-btn
            class="main"
            :prepend-icon="mdiContentCopy"
            :disabled="code === '' || (needsAddress && !hasAddress)"
            @click="copy"
            >Copy</v-btn
          >
        </div>
        <HandOffMerge
          v-if="isMerged"
          :key="chosen + id"
          :glyph="glyph!"
          :keys="keys"
          :what="mergedAs"
          @code="merged = $event"
        />
        <HandOffLoose v-if="loose && needsAddress" v-model="made" :loose="loose" :keys="keys" :side="given.side" />
        <div v-if="saved && needsAddress && !hasAddress" class="give">
          <p>
            <b>This glyph has no address yet.</b> With one, anybody who knows it can see its picture. It cannot be
            guessed, and you can take it back.
          </p>
          <v-btn class="fix" :loading="isGiving" :disabled="!mayWrite" @click="address(true)">Give it an address</v-btn>
        </div>
        <pre
          v-else-if="!needsAddress || hasAddress"
          class="code"
          tabindex="0"
          aria-label="Snippet"
        ><code>{{ code }}</code></pre>
        <div v-if="beside" class="give">
          <p>
            <b>It reads {{ beside.name }}</b
            >, which holds what is too long to be pasted: put it beside the snippet.
          </p>
          <v-btn class="fix" @click="saveFile(beside)">Save {{ beside.name }}</v-btn>
        </div>
        <ul class="notes">
          <li v-for="note in notesOf(destination, loose === null)" :key="note" class="note">{{ note }}</li>
          <li v-if="key === 'secret'" class="note">
            <template v-if="mayManage"><router-link to="/keys">Make a secret key</router-link> that may draw.</template
            ><template v-else>Ask an owner of this workspace for a secret key that may draw.</template>
          </li>
          <li v-if="saved && needsAddress && hasAddress" class="note">
            <button type="button" class="lnk" :disabled="!mayWrite || isGiving" @click="address(false)">
              Take the address back
            </button>
            <span> – every page and mail that shows it then says that it is gone.</span>
          </li>
        </ul>
        <HandOffTry
          v-if="needsAddress && hasAddress && glyph"
          :key="`${given.token}-${saved?.revision}-${made?.png}`"
          :url="largePicture(given)"
          :meant="glyph.text"
        />
      </template>
      <h1 v-else class="sr">Hand-off</h1>
    </section>
  </div>
</template>

<style scoped>
.hand {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  height: 100%;
}
.which {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 12px 16px;
  border-bottom: 1px solid var(--line);
}
.which select {
  width: 100%;
  min-height: 30px;
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: var(--sheet);
}
pre {
  padding: 14px 16px;
  border-bottom: 1px solid var(--rule);
}
.notes {
  padding: 10px 16px;
  display: grid;
  gap: 4px;
}
.give {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 16px;
  border-bottom: 1px solid var(--rule);
}
.width {
  width: 84px;
}
.give p {
  flex: 1;
}
</style>
