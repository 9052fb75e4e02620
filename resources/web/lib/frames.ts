/** Grey picture of a camera's frame: one byte a pixel. */
export interface Frame {
  width: number
  height: number
  grey: Uint8Array
}

/** Longer side, in pixels, that frames are sent with: enough for a symbol that fills a third of the view. */
export const FRAME = 640

/** Luminance as ITU-R BT.601 weighs it, which is what the server's own decoder does. */
export function greyOf(picture: { width: number; height: number; data: Uint8ClampedArray }): Frame {
  const grey = new Uint8Array(picture.width * picture.height)
  for (let i = 0, at = 0; i < grey.length; i++, at += 4) {
    grey[i] = (299 * picture.data[at]! + 587 * picture.data[at + 1]! + 114 * picture.data[at + 2]!) / 1000
  }
  return { width: picture.width, height: picture.height, grey }
}

/** A binary portable graymap, which the server takes as it is. */
export function pgm(frame: Frame): Blob {
  return new Blob([`P5\n${frame.width} ${frame.height}\n255\n`, frame.grey as Uint8Array<ArrayBuffer>], {
    type: 'image/x-portable-graymap',
  })
}

/** Size of the frame that is sent for a video of this size. */
export function frameSize(width: number, height: number): [number, number] {
  const scale = Math.min(1, FRAME / Math.max(width, height, 1))
  return [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))]
}

/** Mean difference of two frames at a coarse grid of places, 0 to 255; frames of different sizes differ wholly. */
export function apart(a: Frame | null, b: Frame): number {
  if (a === null || a.width !== b.width || a.height !== b.height) return 255
  let sum = 0
  let count = 0
  const step = Math.max(4, Math.round(a.width / 48))
  for (let y = step >> 1; y < a.height; y += step) {
    for (let x = step >> 1; x < a.width; x += step) {
      sum += Math.abs(a.grey[y * a.width + x]! - b.grey[y * a.width + x]!)
      count++
    }
  }
  return count === 0 ? 255 : sum / count
}
