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
  BORDER_CONSTANT: number
  Scalar: new (...values: number[]) => unknown
  StringVector: new () => { size(): number; get(at: number): string; delete(): void }
  copyMakeBorder(from: Mat, to: Mat, ...rest: unknown[]): void
  barcode_BarcodeDetector: new () => {
    detectAndDecodeWithType(picture: Mat, texts: unknown, types: unknown, points: Mat): boolean
  }
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

/** What OpenCV's reader of EAN and UPC says a PNG holds; empty when it reads nothing. */
export async function openBarReader(): Promise<(file: string) => string> {
  const { cv } = await load()
  const reader = new cv.barcode_BarcodeDetector()
  return (file) => {
    const { width, height, data } = PNG.sync.read(readFileSync(file))
    const colour = cv.matFromImageData({ width, height, data: new Uint8ClampedArray(data) })
    const grey = new cv.Mat!()
    const framed = new cv.Mat!()
    const points = new cv.Mat!()
    const [texts, types] = [new cv.StringVector(), new cv.StringVector()]
    cv.cvtColor(colour, grey, cv.COLOR_RGBA2GRAY)
    cv.copyMakeBorder(grey, framed, 80, 80, 80, 80, cv.BORDER_CONSTANT, new cv.Scalar(255, 255, 255, 255))
    reader.detectAndDecodeWithType(framed, texts, types, points)
    const text = texts.size() > 0 ? texts.get(0) : ''
    for (const used of [colour, grey, framed, points, texts, types]) used.delete()
    return text
  }
}
