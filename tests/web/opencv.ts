import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'
import { PNG } from 'pngjs'

/* eslint-disable-next-line @typescript-eslint/no-explicit-any -- the module ships no usable types for its readers */
type Cv = any

/** OpenCV's module object is itself a thenable, so it is handed over in a box and never awaited. */
async function load(): Promise<{ cv: Cv }> {
  const cv: Cv = createRequire(import.meta.url)('@techstark/opencv-js')
  if (cv.Mat === undefined) {
    await new Promise<void>((resolve) => {
      cv.onRuntimeInitialized = resolve
    })
  }
  return { cv }
}

/** What OpenCV's two readers say a PNG holds: they miss different symbols, so both are asked. Empty when neither reads it. */
export async function openReaders(): Promise<(file: string) => string[]> {
  const { cv } = await load()
  const readers = [new cv.QRCodeDetector(), new cv.QRCodeDetectorAruco()]
  return (file) => {
    const { width, height, data } = PNG.sync.read(readFileSync(file))
    const colour = cv.matFromImageData({ width, height, data: new Uint8ClampedArray(data) })
    const grey = new cv.Mat()
    cv.cvtColor(colour, grey, cv.COLOR_RGBA2GRAY)
    const texts = readers.map((reader) => {
      try {
        return reader.detectAndDecode(grey) as string
      } catch {
        return ''
      }
    })
    colour.delete()
    grey.delete()
    return [...new Set(texts.filter((text) => text !== ''))]
  }
}
