<script setup lang="ts">
import { mdiCameraOutline, mdiFlashlight, mdiFlashlightOff, mdiStop, mdiVibrate, mdiVolumeHigh } from '@mdi/js'
import { useElementSize } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import type { ReadPicture } from '@/api/client'
import { sendFrame } from '@/composables/sendPicture'
import { CAMERA_WORDS, useCamera } from '@/composables/useCamera'
import { useSignals } from '@/composables/useSignals'
import type { Frame } from '@/lib/frames'
import { Sightings } from '@/lib/sightings'

/** The camera's view with the outline of what is read in it; tells what came into view. */
const emit = defineEmits<{ read: [result: ReadPicture, picture: Blob | null]; photo: [files: File[]] }>()
const props = defineProps<{ quiet?: boolean }>()
/** Frames in which nothing was read, after which one is looked at longer, and the milliseconds that it may take. */
const PATIENCE = 4
const LONGER = 160
/** Milliseconds that a code has to be out of view before it is told again. */
const GAP = 3000
const frame = ref<HTMLElement>()
const photo = ref<HTMLInputElement>()
const bounds = useElementSize(frame)
const result = ref<ReadPicture | null>(null)
const keep = ref(true)
const trouble = ref('')
const capturing = ref(false)
const sightings = new Sightings(GAP)
const { sound, shake, signal } = useSignals()
let vain = 0
const view = useCamera(look, async (read) => {
  vain = read.symbols.length > 0 ? 0 : vain + 1
  trouble.value = ''
  result.value = read
  if (keep.value) await tell(read)
})
async function look(grey: Frame, abort: AbortSignal): Promise<ReadPicture> {
  try {
    // A symbol that is held stays near where it was.
    const near = result.value?.symbols[0]?.corners
    const isLonger = vain > 0 && vain % PATIENCE === 0
    return await sendFrame(
      grey,
      isLonger ? { effort: 'usual', budget: LONGER } : { effort: 'quick', ...(near && { near }) },
      abort,
    )
  } catch (e) {
    if (!abort.aborted) trouble.value = e instanceof Error ? e.message : 'The frame could not be sent.'
    throw e
  }
}
const { state, cameras, camera, torch, size, rate, video } = view

function hold(element: unknown): void {
  video.value = element as HTMLVideoElement | null
}
async function tell(read: ReadPicture): Promise<void> {
  const fresh = sightings.fresh(
    read.symbols.map((symbol) => symbol.text),
    performance.now(),
  )
  if (fresh.length === 0) return
  if (!props.quiet) signal()
  emit('read', { ...read, symbols: read.symbols.filter((symbol) => fresh.includes(symbol.text)) }, await view.picture())
}

/** One picture, looked at with patience. */
async function capture(): Promise<void> {
  const grey = view.grab()
  if (grey === null || capturing.value) return
  capturing.value = true
  try {
    const read = await sendFrame(grey, { effort: 'patient' }, new AbortController().signal)
    result.value = read
    trouble.value = read.failure?.hint ?? ''
    sightings.clear()
    if (read.symbols.length > 0) await tell(read)
  } catch (e) {
    trouble.value = e instanceof Error ? e.message : 'The picture could not be sent.'
  } finally {
    capturing.value = false
  }
}

function stop(): void {
  view.stop()
  result.value = null
  sightings.clear()
}
function take(event: Event): void {
  const input = event.target as HTMLInputElement
  emit('photo', Array.from(input.files ?? []))
  input.value = ''
}

const words = computed(() => CAMERA_WORDS[state.value as keyof typeof CAMERA_WORDS] as [string, string] | undefined)
/** The video fills the frame's width or height, as object-fit: contain lays it. */
const outlines = computed(() => {
  const read = result.value
  if (read === null || state.value !== 'live') return []
  const scale = Math.min(bounds.width.value / read.width, bounds.height.value / read.height)
  const [left, top] = [(bounds.width.value - read.width * scale) / 2, (bounds.height.value - read.height * scale) / 2]
  return read.symbols.map((symbol) =>
    symbol.corners.map(([x, y]) => `${(left + x! * scale).toFixed(1)},${(top + y! * scale).toFixed(1)}`).join(' '),
  )
})
onMounted(() => void view.start())
</script>

<template>
  <div class="camera">
    <div ref="frame" class="frame" :class="{ live: state === 'live' }">
      <video v-show="state === 'live'" :ref="hold" muted playsinline aria-label="The camera’s view" />
      <svg v-if="outlines.length" class="over" aria-hidden="true" data-test="outline">
        <polygon v-for="(points, i) in outlines" :key="i" :points="points" />
      </svg>
      <template v-if="state === 'live'">
        <span v-if="size[0] > 0" class="hud" style="left: 8px; top: 8px">{{ size[0] }} × {{ size[1] }} px</span>
        <span class="hud" style="right: 8px; top: 8px" data-test="rate">{{
          rate === 0 ? 'still, not sent' : `${rate.toFixed(1)} a second`
        }}</span>
        <span v-if="trouble" class="hud" style="left: 8px; right: 8px; bottom: 8px" role="status">{{ trouble }}</span>
      </template>
      <div v-else class="off" role="status">
        <template v-if="state === 'asking'"><b>Asking for the camera</b></template>
        <template v-else-if="words">
          <b>{{ words[0] }}</b>
          <p class="note">{{ words[1] }}</p>
        </template>
        <b v-else>The camera is off</b>
        <div v-if="state !== 'asking'" class="row acts">
          <v-btn :prepend-icon="mdiCameraOutline" @click="view.start()">Start</v-btn>
          <v-btn @click="photo?.click()">Take a photo</v-btn>
        </div>
        <input
          ref="photo"
          class="sr"
          type="file"
          accept="image/*"
          capture="environment"
          aria-label="Take a photo"
          tabindex="-1"
          @change="take"
        />
      </div>
    </div>
    <div v-if="state === 'live'" class="ctl">
      <v-btn class="main grow" :prepend-icon="mdiCameraOutline" :loading="capturing" @click="capture">Capture</v-btn>
      <v-btn
        v-if="torch !== null"
        class="icon"
        :aria-label="torch ? 'Torch off' : 'Torch on'"
        :aria-pressed="torch"
        @click="view.light(!torch)"
        ><v-icon :icon="torch ? mdiFlashlightOff : mdiFlashlight"
      /></v-btn>
      <v-btn class="icon" :class="{ dim: !sound }" aria-label="Sound" :aria-pressed="sound" @click="sound = !sound"
        ><v-icon :icon="mdiVolumeHigh"
      /></v-btn>
      <v-btn class="icon" :class="{ dim: !shake }" aria-label="Vibration" :aria-pressed="shake" @click="shake = !shake"
        ><v-icon :icon="mdiVibrate"
      /></v-btn>
      <v-btn :prepend-icon="mdiStop" @click="stop">Cancel</v-btn>
    </div>
    <div v-if="state === 'live'" class="opts">
      <label class="row"><input v-model="keep" type="checkbox" />Keep reading</label>
      <select
        v-if="cameras.length > 1"
        :value="camera"
        aria-label="Camera"
        @change="view.start(($event.target as HTMLSelectElement).value)"
      >
        <option v-for="c in cameras" :key="c.id" :value="c.id">{{ c.label }}</option>
      </select>
    </div>
  </div>
</template>

<style scoped>
.frame {
  height: 306px;
  position: relative;
  background: var(--bench);
}
.frame.live {
  background: #0d1311;
}
video {
  width: 100%;
  height: 100%;
  object-fit: contain;
  display: block;
}
.over {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
/* over someone's picture the light theme's accent and a pale rim are used, whatever the theme */
.over polygon {
  fill: none;
  stroke: #d8237c;
  stroke-width: 4;
  stroke-linejoin: round;
}
.hud {
  position: absolute;
  background: rgb(13 19 17 / 86%);
  color: #e9eeea;
  font: var(--t-fig);
  padding: 2px 7px;
}
.off {
  position: absolute;
  inset: 0;
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 8px;
  padding: 24px;
  text-align: center;
}
.off .note {
  max-width: 300px;
}
.acts {
  gap: 8px;
  margin-top: 6px;
}
.ctl {
  display: flex;
  gap: 6px;
  padding: 10px 16px 6px;
}
.icon {
  min-width: 36px;
  padding: 0 8px;
}
.dim :deep(.v-icon) {
  opacity: 0.35;
}
.opts {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
  padding: 0 16px 8px;
  border-bottom: 1px solid var(--line);
  font: var(--t-note);
}
.opts label {
  gap: 6px;
  min-height: 28px;
}
.opts select {
  max-width: 190px;
  border: 1px solid var(--line);
  background: var(--sheet);
  color: var(--ink);
  padding: 3px 6px;
}
@media (max-width: 719px) {
  .frame {
    height: 300px;
  }
  .opts label,
  .opts select {
    min-height: 44px;
  }
}
</style>
