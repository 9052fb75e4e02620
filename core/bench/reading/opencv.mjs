// OpenCV's three QR readers on a corpus: node opencv.mjs FOLDER > opencv.json
import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'
import { performance } from 'node:perf_hooks'

const require = createRequire(new URL('../../../package.json', import.meta.url))
const cv = require('@techstark/opencv-js')
const { PNG } = require('pngjs')
if (cv.Mat === undefined) {
  await new Promise((resolve) => {
    cv.onRuntimeInitialized = () => resolve()
  })
}
const folder = process.argv[2]
const single = [
  ['detector', new cv.QRCodeDetector()],
  ['aruco', new cv.QRCodeDetectorAruco()],
]

/** One by one, then all symbols of the picture at once with each of the two, as far as this build offers it. */
function read(grey) {
  const texts = new Set()
  const ms = {}
  for (const [name, reader] of single) {
    const start = performance.now()
    try {
      texts.add(reader.detectAndDecode(grey))
    } catch {
      // Some pictures make it throw: it has not read them.
    }
    ms[name] = performance.now() - start
  }
  const start = performance.now()
  for (const [, reader] of single) {
    const many = new cv.StringVector()
    const points = new cv.Mat()
    try {
      reader.detectAndDecodeMulti(grey, many, points)
      for (let i = 0; i < many.size(); i++) texts.add(many.get(i))
    } catch {
      // As above.
    }
    many.delete()
    points.delete()
  }
  ms.multi = performance.now() - start
  texts.delete('')
  return { texts: [...texts], ms }
}

const out = []
for (const { file } of JSON.parse(readFileSync(`${folder}/truth.json`, 'utf8'))) {
  let grey
  if (file.endsWith('.png')) {
    const { width, height, data } = PNG.sync.read(readFileSync(`${folder}/${file}`))
    const colour = cv.matFromImageData({ width, height, data: new Uint8ClampedArray(data) })
    grey = new cv.Mat()
    cv.cvtColor(colour, grey, cv.COLOR_RGBA2GRAY)
    colour.delete()
  } else {
    // Grey planes that the generator laid beside JPEG files.
    const raw = readFileSync(`${folder}/${file}.pgm`)
    const [, width, height] = /^P5\s+(\d+) (\d+)\s+255\s/.exec(raw.subarray(0, 40).toString('latin1')).map(Number)
    grey = new cv.Mat(height, width, cv.CV_8UC1)
    grey.data.set(raw.subarray(raw.length - width * height))
  }
  out.push({ file, ...read(grey) })
  grey.delete()
}
process.stdout.write(JSON.stringify(out))
