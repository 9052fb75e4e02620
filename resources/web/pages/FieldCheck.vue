<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Schemas } from '@/api/client'
import FieldCheckByHand from '@/components/FieldCheckByHand.vue'
import FieldCheckFound from '@/components/FieldCheckFound.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import { CAMERA_WORDS, useCamera } from '@/composables/useCamera'
import { suggestedDevice, useFieldCheck } from '@/composables/useFieldCheck'

/** The page behind a check's address: one print, one reading, one name of a device. */
const props = defineProps<{ code: string }>()
const check = useFieldCheck(props.code)
const { task, found, tries, isBusy, isSent, problem, tip } = check
const device = ref('')
const photo = ref('')
const isByHand = ref(false)
const view = useCamera<Schemas['FieldReading']>(check.readFrame, (reading) => {
  if (reading.outcome === 'unread') return
  found.value = reading
  tries.value++
  void view.picture().then(show)
  view.stop()
})
const { state } = view
const isDark = ref(matchMedia('(prefers-color-scheme: dark)').matches)
const words = computed(() => CAMERA_WORDS[state.value as keyof typeof CAMERA_WORDS] as [string, string] | undefined)

function hold(element: unknown): void {
  view.video.value = element as HTMLVideoElement | null
}
function live(): void {
  check.opened.value = 0
  tip.value = ''
  void view.start()
}
function show(picture: Blob | null): void {
  if (photo.value !== '') URL.revokeObjectURL(photo.value)
  photo.value = picture === null ? '' : URL.createObjectURL(picture)
}
async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file === undefined) return
  view.stop()
  show(file)
  await check.readPhoto(file)
}
function again(): void {
  show(null)
  isByHand.value = false
  check.again()
}
onMounted(async () => {
  await check.load()
  device.value = await suggestedDevice()
})
</script>

<template>
  <div class="page" :class="isDark ? 'v-theme--dark' : 'v-theme--light'">
    <header>
      <h2 class="clip">
        Field check <span class="fig">{{ code.toUpperCase() }}</span>
      </h2>
      <span class="note">no account needed</span>
      <button type="button" class="btn" :aria-pressed="isDark" aria-label="Dark colours" @click="isDark = !isDark">
        {{ isDark ? 'Light' : 'Dark' }}
      </button>
    </header>
    <section v-if="!task" class="task">
      <h1>{{ problem === '' ? 'One moment' : 'This check is not open' }}</h1>
      <p class="note" role="alert">{{ problem }}</p>
      <button v-if="problem" type="button" class="btn wide" @click="check.load()">Try again</button>
    </section>
    <template v-else>
      <section class="task">
        <h1>{{ task.asks }}</h1>
        <div class="what">
          <img :src="task.picture" alt="The code to look for" />
          <p>
            <b>{{ task.name }}</b>
            <span class="note"
              >{{ task.workspace }} asks. It takes half a minute; {{ task.results }}
              {{ task.results === 1 ? 'result' : 'results' }} so far.</span
            >
          </p>
        </div>
      </section>
      <section v-if="isSent" class="done" role="status">
        <KgVerdict verdict="holds" />
        <div>
          <h1>Thank you, it was sent.</h1>
          <p class="note">Another device, another light or another print? Read it again.</p>
        </div>
        <button type="button" class="btn main wide" @click="again">Read it again</button>
      </section>
      <template v-else-if="found">
        <FieldCheckFound
          v-model:device="device"
          :found="found"
          :photo="photo"
          :task="task"
          :check="check"
          @again="again"
        />
      </template>
      <template v-else>
        <div class="cam" :class="{ live: state === 'live' }">
          <video v-show="state === 'live'" :ref="hold" muted playsinline aria-label="The camera’s view" />
          <div v-if="state !== 'live'" class="off" role="status">
            <template v-if="isBusy"><b>Reading the photo</b></template>
            <template v-else-if="words"
              ><b>{{ words[0] }}</b>
              <p>{{ words[1] }}</p></template
            >
            <b v-else>{{
              state === 'asking'
                ? 'Asking for the camera'
                : 'Take a photo of the label, or point the live camera at it.'
            }}</b>
          </div>
          <span v-else class="cap" role="status">{{ tip || 'live: it is read by itself' }}</span>
        </div>
        <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
        <div class="acts">
          <label class="btn main wide" :class="{ off: isBusy }"
            >Take a photo<input
              class="sr"
              type="file"
              accept="image/*"
              capture="environment"
              :disabled="isBusy"
              @change="take"
          /></label>
          <label class="btn" :class="{ off: isBusy }"
            >Choose a photo<input class="sr" type="file" accept="image/*" :disabled="isBusy" @change="take"
          /></label>
          <button v-if="state === 'live'" type="button" class="btn" @click="view.stop()">Camera off</button>
          <button v-else type="button" class="btn" @click="live">Live camera</button>
        </div>
        <FieldCheckByHand v-if="isByHand" v-model="device" :check="check" />
        <div class="tell">
          <p>
            <b>The picture is read and forgotten.</b> The time, the verdict, the figures, the name of the device and a
            small grey cut-out of the code are kept.
          </p>
          <button v-if="!isByHand" type="button" class="link" @click="isByHand = true">
            I read it with another scanner: tell it by hand
          </button>
        </div>
      </template>
    </template>
  </div>
</template>

<style>
body {
  margin: 0;
}
.page {
  min-height: 100vh;
  max-width: 560px;
  margin: 0 auto;
  background: var(--paper);
  color: var(--ink);
  font: var(--t-body);
  display: flex;
  flex-direction: column;
}
.page h1 {
  font: 600 17px/24px var(--font-text);
  margin: 0;
}
.page h2 {
  font: 600 15px/20px var(--font-text);
  margin: 0;
  flex: 1;
}
.page p {
  margin: 0;
}
.page header {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 2px 6px 2px 12px;
  min-height: 48px;
  border-bottom: 1px solid var(--line);
}
.page .btn {
  min-height: 44px;
  min-width: 44px;
  padding: 0 12px;
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: var(--sheet);
  color: var(--ink);
  font: 600 14px/20px var(--font-text);
  display: inline-grid;
  place-items: center;
  cursor: pointer;
  position: relative;
}
.page header .btn {
  border: 0;
  background: none;
  font-weight: 400;
}
.page .btn.main {
  background: var(--accent);
  border-color: var(--accent);
  color: var(--on-accent);
}
.page .btn:disabled,
.page .btn.off {
  opacity: 0.5;
}
.page .btn:focus-within,
.page :focus-visible {
  outline: 2px solid var(--accent);
  outline-offset: 2px;
}
.page .wide {
  grid-column: 1 / -1;
  min-height: 52px;
  font-size: 15px;
}
.task,
.done,
.res {
  padding: 12px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
}
.what {
  display: grid;
  grid-template-columns: 56px 1fr;
  gap: 12px;
  align-items: center;
  margin-top: 10px;
}
.what img {
  width: 56px;
  height: 56px;
  object-fit: contain;
  background: #fff;
}
.what b {
  display: block;
}
.cam {
  height: 46vh;
  min-height: 240px;
  background: var(--bench);
  position: relative;
  display: grid;
  place-items: center;
}
.cam.live {
  background: #0d1311;
}
.cam video {
  width: 100%;
  height: 100%;
  object-fit: contain;
}
.cam .off {
  padding: 24px;
  text-align: center;
  max-width: 340px;
}
.cap {
  position: absolute;
  left: 12px;
  top: 10px;
  background: rgba(12, 16, 14, 0.84);
  color: #fff;
  padding: 2px 8px;
}
.acts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  padding: 12px;
}
.res,
.done {
  display: grid;
  grid-template-columns: 14px 1fr auto;
  gap: 2px 10px;
  align-items: center;
}
.done {
  grid-template-columns: 14px 1fr;
  row-gap: 12px;
}
.who {
  display: grid;
  gap: 8px;
  padding: 12px;
}
.who label {
  font: 600 14px/20px var(--font-text);
}
.who input {
  min-height: 44px;
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: var(--sheet);
  color: var(--ink);
  padding: 0 10px;
  font: 400 15px/20px var(--font-text);
}
.tell {
  margin-top: auto;
  border-top: 1px solid var(--rule);
  padding: 10px 12px 14px;
  display: grid;
  gap: 8px;
  color: var(--ink-2);
}
.link {
  border: 0;
  background: none;
  text-decoration: underline;
  color: var(--ink);
  text-align: left;
  padding: 8px 0;
  font: var(--t-body);
}
.page .wrong {
  color: var(--fail);
  padding: 8px 12px;
}
</style>
