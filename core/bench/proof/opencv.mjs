// The same labels photographed by other code (OpenCV's warps and filters) and read by OpenCV's readers:
// node opencv.mjs FOLDER PART > opencv-PART.json
import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'

const require = createRequire(new URL('../../../package.json', import.meta.url))
const cv = require('@techstark/opencv-js')
const { PNG } = require('pngjs')
if (cv.Mat === undefined) {
  await new Promise((resolve) => {
    cv.onRuntimeInitialized = () => resolve()
  })
}
const [, , folder, part] = process.argv
const { device, labels } = JSON.parse(readFileSync(`${folder}/truth-${part}.json`, 'utf8'))
const readers = [new cv.QRCodeDetector(), new cv.QRCodeDetectorAruco()]
/** Severities a condition, evenly over its scale, and pictures at each. */
const STEPS = 24
const TRIES = 2

let state = 1
const random = () => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0
  return state / 4294967296
}
const NOISE = Float64Array.from(
  { length: 65536 },
  () => Math.sqrt(-2 * Math.log(Math.max(1e-12, random()))) * Math.cos(2 * Math.PI * random()),
)
const BYTES = Uint8Array.from({ length: 4097 }, (_, step) => {
  const light = step / 4096
  return Math.round(255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055))
})
const focal = device.pixels / 2 / Math.tan((device.angle * Math.PI) / 360)

/** Linear light of a file, one number a pixel. */
function linear(file) {
  const { width, height, data } = PNG.sync.read(readFileSync(`${folder}/${file}`))
  const mat = new cv.Mat(height, width, cv.CV_32FC1)
  const light = Array.from({ length: 256 }, (_, v) => (v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4))
  for (let i = 0; i < width * height; i++) {
    mat.data32F[i] = 0.2126 * light[data[4 * i]] + 0.7152 * light[data[4 * i + 1]] + 0.0722 * light[data[4 * i + 2]]
  }
  return mat
}

/** A label before the camera: its corners in pixels, then what OpenCV makes of it. */
function photograph(source, label, at) {
  const perMm = label.module_px / label.module_mm
  const middle = { x: label.left + label.side_px / 2, y: label.top + label.side_px / 2 }
  const axis = random() * 2 * Math.PI
  const tilt = ((at.tilt ?? 0) * Math.PI) / 180
  const project = (px, py) => {
    const [x, y] = [(px - middle.x) / perMm, (py - middle.y) / perMm]
    // Along the axis nothing changes; across it the label leans away.
    const along = x * Math.cos(axis) + y * Math.sin(axis)
    const across = -x * Math.sin(axis) + y * Math.cos(axis)
    const depth = at.distance + across * Math.sin(tilt)
    const lean = across * Math.cos(tilt)
    return [
      (focal * (along * Math.cos(axis) - lean * Math.sin(axis))) / depth,
      (focal * (along * Math.sin(axis) + lean * Math.cos(axis))) / depth,
    ]
  }
  const pixel = focal / at.distance / perMm
  // Coarser first, so that each pixel is the mean of what it covers.
  const shrink = Math.min(1, pixel * 1.5)
  const small = new cv.Mat()
  const size = new cv.Size(Math.max(8, Math.round(source.cols * shrink)), Math.max(8, Math.round(source.rows * shrink)))
  cv.resize(source, small, size, 0, 0, cv.INTER_AREA)
  if (shrink < 1) cv.GaussianBlur(small, small, new cv.Size(3, 3), 0.45)
  const corners = [[0, 0], [source.cols, 0], [source.cols, source.rows], [0, source.rows]]
  const there = corners.map(([x, y]) => project(x, y))
  const [xs, ys] = [there.map((p) => p[0]), there.map((p) => p[1])]
  const edge = 24
  const [left, top] = [Math.min(...xs) - edge, Math.min(...ys) - edge]
  const width = Math.max(32, Math.ceil(Math.max(...xs) - left + edge))
  const height = Math.max(32, Math.ceil(Math.max(...ys) - top + edge))
  const here = cv.matFromArray(4, 1, cv.CV_32FC2, corners.flatMap(([x, y]) => [(x * small.cols) / source.cols, (y * small.rows) / source.rows]))
  const to = cv.matFromArray(4, 1, cv.CV_32FC2, there.flatMap(([x, y]) => [x - left, y - top]))
  const map = cv.getPerspectiveTransform(here, to)
  const out = new cv.Mat()
  cv.warpPerspective(small, out, map, new cv.Size(width, height), cv.INTER_LINEAR, cv.BORDER_CONSTANT, new cv.Scalar(0.3))
  for (const one of [small, here, to, map]) one.delete()

  const sharp = device.fixed_focus_mm ?? at.distance
  const focus = device.aperture_mm * focal * Math.abs(1 / at.distance - 1 / sharp)
  const disc = Math.hypot(focus, ((at.defocus ?? 0) * focal) / at.distance)
  // A disc of diameter d has a standard deviation of d / 4.
  const deviation = Math.hypot(disc / 4, device.lens_blur_px)
  cv.GaussianBlur(out, out, new cv.Size(0, 0), deviation)
  const lux = at.light ?? 500
  const exposure = Math.min(device.slowest_ms / 1000, device.full_well / (device.electrons_per_lux_second * lux))
  const smear = ((at.motion ?? 0) * exposure * focal) / at.distance
  if (smear > 0.5) {
    const reach = Math.min(60, Math.ceil(smear / 2))
    const kernel = cv.Mat.zeros(2 * reach + 1, 2 * reach + 1, cv.CV_32FC1)
    const way = random() * Math.PI
    const taps = 4 * reach + 1
    for (let k = 0; k < taps; k++) {
      const far = (k / (taps - 1) - 0.5) * Math.min(smear, 2 * reach)
      kernel.floatPtr(reach + Math.round(far * Math.sin(way)), reach + Math.round(far * Math.cos(way)))[0] += 1 / taps
    }
    cv.filter2D(out, out, -1, kernel)
    kernel.delete()
  }
  const electrons = Math.max(1, device.electrons_per_lux_second * lux * exposure)
  const grey = new cv.Mat(out.rows, out.cols, cv.CV_8UC1)
  const floor = (device.read_noise / electrons) ** 2
  let from = Math.floor(random() * 65536)
  for (let i = 0, all = out.rows * out.cols; i < all; i++) {
    const light = out.data32F[i] * 0.85
    const noisy = light + NOISE[from++ & 65535] * Math.sqrt(Math.max(0, light) / electrons + floor)
    grey.data[i] = BYTES[Math.max(0, Math.min(4096, Math.round(4096 * noisy)))]
  }
  out.delete()
  return grey
}

function isRead(grey, text) {
  for (const reader of readers) {
    try {
      if (reader.detectAndDecode(grey) === text) return true
    } catch {
      // It has not read it.
    }
  }
  return false
}

const out = []
for (const label of labels) {
  const source = linear(label.file)
  const conditions = {}
  for (const [name, cell] of Object.entries(label.cells)) {
    const at = (share) => {
      const [mild, hard] = cell.scale
      return cell.ratio_scale ? mild * (hard / mild) ** share : mild + share * (hard - mild)
    }
    const takes = (value) => {
      let read = 0
      for (let k = 0; k < TRIES; k++) {
        state = (k * 7919 + 17) >>> 0
        const grey = photograph(source, label, { distance: label.working_mm, [name]: value })
        read += isRead(grey, label.text) ? 1 : 0
        grey.delete()
      }
      return read / TRIES
    }
    // Upwards until nothing is read three times in a row.
    let sum = 0
    let missed = 0
    for (let step = 0; step < STEPS && missed < 3; step++) {
      const read = takes(at((step + 0.5) / STEPS))
      sum += read
      missed = read === 0 ? missed + 1 : 0
    }
    conditions[name] = { share: sum / STEPS, bears: takes(cell.need) >= 0.5 }
  }
  source.delete()
  out.push({ file: label.file, conditions })
  process.stderr.write('.')
}
process.stdout.write(JSON.stringify(out))
