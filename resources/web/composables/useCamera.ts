import { onScopeDispose, ref, shallowRef } from 'vue'
import { apart, type Frame, frameSize, greyOf } from '@/lib/frames'

export type CameraState = 'off' | 'asking' | 'live' | 'refused' | 'none' | 'busy' | 'insecure'

/** Mean difference of two frames, of 255, below which nothing has moved. */
const STILL = 2.5
/** Milliseconds between looks at the view. */
const PACE = 50

/** What to do when there is no picture, in plain words. */
export const CAMERA_WORDS: Record<Exclude<CameraState, 'off' | 'asking' | 'live'>, [string, string]> = {
  refused: [
    'The camera is not allowed on this page',
    'Allow it in the browser’s address bar (the camera or lock sign), then press Start again.',
  ],
  none: ['No camera was found', 'Connect one and press Start again, or read a picture from a file.'],
  busy: ['The camera is in use', 'Another program or page holds it. Close that one, then press Start again.'],
  insecure: [
    'The camera needs a secure page',
    'Browsers give a page its camera only over HTTPS or on localhost. Open this page there, or take a photo below.',
  ],
}

/** Looks under way at once: while the server reads one frame, the browser gets the next. */
const UNDER_WAY = 2

/**
 * A camera and its frames. What comes of looks is told in the order of the frames, later ones only; a view that does not
 * change is not looked at again.
 */
export function useCamera<T>(
  look: (frame: Frame, signal: AbortSignal) => Promise<T>,
  tell: (result: T) => Promise<void> | void,
) {
  const state = ref<CameraState>('off')
  const cameras = ref<{ id: string; label: string }[]>([])
  const camera = ref('')
  const torch = ref<boolean | null>(null)
  const size = ref<[number, number]>([0, 0])
  const rate = ref(0)
  const video = shallowRef<HTMLVideoElement | null>(null)
  const canvas = document.createElement('canvas')
  const context = canvas.getContext('2d', { willReadFrequently: true })
  let stream: MediaStream | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let abort = new AbortController()
  let last: Frame | null = null
  let times: number[] = []
  let [underWay, sent, told] = [0, 0, 0]

  async function start(id = camera.value): Promise<void> {
    stop()
    if (!window.isSecureContext || navigator.mediaDevices?.getUserMedia === undefined) {
      state.value = 'insecure'
      return
    }
    state.value = 'asking'
    try {
      stream = await navigator.mediaDevices.getUserMedia({
        audio: false,
        video: {
          ...(id === '' ? { facingMode: { ideal: 'environment' } } : { deviceId: { exact: id } }),
          width: { ideal: 1280 },
          height: { ideal: 720 },
        },
      })
    } catch (e) {
      const name = e instanceof DOMException ? e.name : ''
      state.value =
        name === 'NotAllowedError' || name === 'SecurityError'
          ? 'refused'
          : name === 'NotReadableError' || name === 'AbortError'
            ? 'busy'
            : 'none'
      return
    }
    const track = stream.getVideoTracks()[0]
    if (track === undefined || video.value === null) {
      stop()
      state.value = 'none'
      return
    }
    track.addEventListener('ended', () => {
      stop()
      state.value = 'none'
    })
    video.value.srcObject = stream
    await video.value.play().catch(() => undefined)
    state.value = 'live'
    camera.value = track.getSettings().deviceId ?? id
    torch.value = 'torch' in (track.getCapabilities?.() ?? {}) ? false : null
    cameras.value = (await navigator.mediaDevices.enumerateDevices())
      .filter((device) => device.kind === 'videoinput')
      .map((device, i) => ({ id: device.deviceId, label: device.label || `Camera ${i + 1}` }))
    abort = new AbortController()
    turn()
  }

  function stop(): void {
    clearTimeout(timer)
    abort.abort()
    stream?.getTracks().forEach((track) => track.stop())
    stream = null
    last = null
    rate.value = 0
    times = []
    torch.value = null
    if (video.value) video.value.srcObject = null
    if (state.value === 'live' || state.value === 'asking') state.value = 'off'
  }

  /** The view as it is now. */
  function grab(): Frame | null {
    const source = video.value
    if (source === null || context === null || source.videoWidth === 0) return null
    const [width, height] = frameSize(source.videoWidth, source.videoHeight)
    canvas.width = width
    canvas.height = height
    context.drawImage(source, 0, 0, width, height)
    size.value = [source.videoWidth, source.videoHeight]
    return greyOf(context.getImageData(0, 0, width, height))
  }

  function turn(): void {
    const mine = abort
    const frame = document.hidden || underWay >= UNDER_WAY ? null : grab()
    if (frame !== null && apart(last, frame) > STILL) {
      last = frame
      void see(frame, mine)
    } else if (frame !== null && underWay === 0) {
      rate.value = 0
      times = []
    }
    if (!mine.signal.aborted) timer = setTimeout(turn, PACE)
  }

  async function see(frame: Frame, mine: AbortController): Promise<void> {
    const number = ++sent
    underWay++
    try {
      const result = await look(frame, mine.signal)
      if (!mine.signal.aborted && number > told) {
        told = number
        await tell(result)
      }
    } catch {
      // A frame that was not read is followed by the next; the page says so when the server does not answer.
    } finally {
      underWay--
    }
    const now = performance.now()
    times = [...times.filter((time) => now - time < 2000), now]
    rate.value = Math.round((times.length / Math.min(2, Math.max(0.5, (now - times[0]!) / 1000))) * 10) / 10
  }

  async function light(on: boolean): Promise<void> {
    await stream
      ?.getVideoTracks()[0]
      ?.applyConstraints({ advanced: [{ torch: on } as MediaTrackConstraintSet] })
      .then(() => (torch.value = on))
      .catch(() => (torch.value = null))
  }

  /** The frame that was looked at last, as a picture. */
  function picture(): Promise<Blob | null> {
    return new Promise((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.85))
  }

  onScopeDispose(stop)

  return { state, cameras, camera, torch, size, rate, video, start, stop, grab, light, picture }
}
