/** Longer side that a frame is sent with, in pixels. */
const SIDE = 640

/** A frame's luminance as a binary portable graymap, which is read without being unpacked. */
export function graymap(
  source: CanvasImageSource,
  width: number,
  height: number,
): { blob: Blob; width: number; height: number } {
  const scale = Math.min(1, SIDE / Math.max(width, height, 1))
  const [w, h] = [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))]
  const canvas = new OffscreenCanvas(w, h)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  context.drawImage(source, 0, 0, w, h)
  const { data } = context.getImageData(0, 0, w, h)
  const grey = new Uint8Array(w * h)
  for (let i = 0, at = 0; i < grey.length; i++, at += 4)
    grey[i] = (299 * data[at]! + 587 * data[at + 1]! + 114 * data[at + 2]!) / 1000
  return { blob: new Blob([`P5\n${w} ${h}\n255\n`, grey], { type: 'image/x-portable-graymap' }), width: w, height: h }
}

/** Why there is no camera, and what the visitor can do about it. */
export function cameraWords(e: unknown): [string, string] {
  const name = e instanceof DOMException ? e.name : ''
  if (!window.isSecureContext)
    return ['No camera here', 'Browsers give a page its camera only over HTTPS. Choose a picture instead.']
  if (name === 'NotAllowedError' || name === 'SecurityError')
    return ['The camera is not allowed', 'Allow it beside the page’s address and start again, or choose a picture.']
  if (name === 'NotReadableError' || name === 'AbortError')
    return ['The camera is in use', 'Close what holds it and start again, or choose a picture.']
  return ['No camera was found', 'Connect one and start again, or choose a picture.']
}
