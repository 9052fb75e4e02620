import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'
import { PNG } from 'pngjs'

interface Mat {
  delete(): void
}

/** The little of OpenCV's module that is used here; the package's own types do not know its readers. */
interface Cv {
  Mat?: new () => Mat
  onRuntimeInitialized?: () => void
  COLOR_RGBA2GRAY: number
  matFromImageData(picture: { width: number; height: number; data: Uint8ClampedArray }): Mat
  cvtColor(from: Mat, to: Mat, code: number): void
  QRCodeDetector: new () => { detectAndDecode(picture: Mat): string }
  QRCodeDetectorAruco: new () => { detectAndDecode(picture: Mat): string }
}

/** OpenCV's module object is itself a thenable, so it is handed over in a box and never awaited. */
async function load(): Promise<{ cv: Cv }> {
  const cv = createRequire(import.meta.url)('@techstark/opencv-js') as Cv
  if (cv.Mat === undefined) {
    await new Promise<void>((resolve) => {
      cv.onRuntimeInitialized = () => resolve()
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
    const grey = new cv.Mat!()
    cv.cvtColor(colour, grey, cv.COLOR_RGBA2GRAY)
    const texts = readers.map((reader) => {
      try {
        return reader.detectAndDecode(grey)
      } catch {
        return ''
      }
    })
    colour.delete()
    grey.delete()
    return [...new Set(texts.filter((text) => text !== ''))]
  }
}
