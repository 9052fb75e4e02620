// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { useCamera } from '@/composables/useCamera'
import type { Frame } from '@/lib/frames'

let scope: EffectScope
let shade: () => number

beforeEach(() => {
  vi.useFakeTimers()
  let grey = 0
  shade = () => (grey = (grey + 40) % 256)
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue({
    drawImage: () => undefined,
    getImageData: (_x: number, _y: number, width: number, height: number) => ({
      width,
      height,
      data: new Uint8ClampedArray(4 * width * height).fill(shade()),
    }),
  } as unknown as CanvasRenderingContext2D as never)
  const track = { stop: () => undefined, getSettings: () => ({ deviceId: 'one' }), addEventListener: () => undefined }
  vi.stubGlobal('isSecureContext', true)
  Object.defineProperty(navigator, 'mediaDevices', {
    configurable: true,
    value: {
      getUserMedia: () => Promise.resolve({ getVideoTracks: () => [track], getTracks: () => [track] }),
      enumerateDevices: () => Promise.resolve([]),
    },
  })
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

async function live<T>(look: (frame: Frame) => Promise<T>, tell: (result: T) => void) {
  const camera = scope.run(() => useCamera(look, tell))!
  camera.video.value = { play: () => Promise.resolve(), videoWidth: 64, videoHeight: 48 } as unknown as HTMLVideoElement
  await camera.start()
  return camera
}

it('has two frames under way at once and tells them in their order, later ones only', async () => {
  const waiting: ((number: number) => void)[] = []
  const told: number[] = []
  const camera = await live<number>(
    () => new Promise((resolve) => waiting.push(resolve)),
    (number) => void told.push(number),
  )
  await vi.advanceTimersByTimeAsync(400)
  expect(waiting).toHaveLength(2)
  waiting[1]!(2)
  await vi.advanceTimersByTimeAsync(10)
  waiting[0]!(1)
  await vi.advanceTimersByTimeAsync(200)
  expect(told).toEqual([2])
  expect(waiting).toHaveLength(4)
  waiting[2]!(3)
  await vi.advanceTimersByTimeAsync(10)
  expect(told).toEqual([2, 3])
  camera.stop()
  waiting[3]!(4)
  await vi.advanceTimersByTimeAsync(400)
  expect(told).toEqual([2, 3])
  expect(waiting).toHaveLength(4)
})

it('does not look again at a view that stays as it is, and goes on after a frame that failed', async () => {
  let looks = 0
  await live(
    () => {
      looks++
      return Promise.reject(new Error('no answer'))
    },
    () => undefined,
  )
  await vi.advanceTimersByTimeAsync(400)
  const before = looks
  expect(before).toBeGreaterThan(2)
  shade = () => 90
  await vi.advanceTimersByTimeAsync(1000)
  expect(looks).toBeLessThanOrEqual(before + 1)
})
