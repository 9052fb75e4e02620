import { describe, expect, it } from 'vitest'
import { csv } from '@/lib/exports'
import { apart, frameSize, greyOf, pgm } from '@/lib/frames'
import { Sightings } from '@/lib/sightings'

describe('frames', () => {
  const plain = (grey: number) => ({ width: 64, height: 48, grey: new Uint8Array(64 * 48).fill(grey) })

  it('weighs colours as luminance', () => {
    const data = new Uint8ClampedArray([255, 0, 0, 255, 0, 255, 0, 255, 0, 0, 255, 255, 255, 255, 255, 255])
    expect([...greyOf({ width: 4, height: 1, data }).grey]).toEqual([76, 149, 29, 255])
  })

  it('writes a graymap that holds the pixels as they are', async () => {
    const bytes = new Uint8Array(
      await pgm({ width: 3, height: 2, grey: new Uint8Array([1, 2, 3, 4, 5, 255]) }).arrayBuffer(),
    )
    expect(new TextDecoder().decode(bytes.slice(0, 11))).toBe('P5\n3 2\n255\n')
    expect([...bytes.slice(11)]).toEqual([1, 2, 3, 4, 5, 255])
  })

  it('sends no more pixels than it needs, and keeps the shape', () => {
    expect(frameSize(1280, 720)).toEqual([640, 360])
    expect(frameSize(480, 640)).toEqual([480, 640])
    expect(frameSize(0, 0)).toEqual([1, 1])
  })

  it('tells a still view from one that moves', () => {
    expect(apart(null, plain(100))).toBe(255)
    expect(apart(plain(100), plain(101))).toBe(1)
    expect(apart(plain(100), { width: 32, height: 96, grey: new Uint8Array(3072).fill(100) })).toBe(255)
    const moved = plain(100)
    moved.grey.fill(220, 0, 64 * 24)
    expect(apart(plain(100), moved)).toBeGreaterThan(40)
  })
})

describe('sightings', () => {
  it('tells a code once while it is in view, and again when it comes back', () => {
    const seen = new Sightings(3000)
    expect(seen.fresh(['a', 'a'], 0)).toEqual(['a'])
    expect(seen.fresh(['a', 'b'], 1000)).toEqual(['b'])
    expect(seen.fresh(['a'], 3900)).toEqual([])
    expect(seen.fresh([], 5000)).toEqual([])
    expect(seen.fresh(['a', 'b'], 7000)).toEqual(['a', 'b'])
  })
})

describe('CSV', () => {
  it('quotes what needs it and holds formulas back', async () => {
    const text = await csv(
      ['text', 'count'],
      [
        ['a,"b"\nc', 2],
        ['=1+1', -3],
        [null, 0],
      ],
    ).text()
    expect(text.replace('\ufeff', '')).toBe('text,count\r\n"a,""b""\nc",2\r\n\'=1+1,-3\r\n,0\r\n')
  })
})
