import { describe, expect, it } from 'vitest'
import { finishOf, isFinishPath, PLAIN, sameFinish, withPath, without } from '@/lib/finish'

describe('finishes on the screen', () => {
  const jar = finishOf({
    name: 'Jar',
    dark: '#2B1A0E',
    gradient: { kind: 'linear', stops: [{ ink: '#000000' }, { ink: '#A0A0A0' }] },
    mark: { icon: 'comb', size: 9 },
  })

  it('take what files leave out, and drop what only files carry', () => {
    expect(jar).toMatchObject({ dark: '#2B1A0E', light: '#FFFFFF', quiet: 4 })
    expect(jar).not.toHaveProperty('name')
    expect(finishOf(null)).toEqual({ dark: '#000000', light: '#FFFFFF', quiet: 4 })
  })

  it('are changed by the paths of fixes, and never in place', () => {
    const before = JSON.stringify(jar)
    expect(withPath(jar, 'mark.size', 5).mark).toEqual({ icon: 'comb', size: 5 })
    expect(withPath(jar, 'gradient.stops.1.ink', '#333333').gradient?.stops[1]).toEqual({ ink: '#333333' })
    expect(withPath(jar, 'gradient', '')).not.toHaveProperty('gradient')
    expect(withPath(jar, 'ring_ink', '')).toEqual(jar)
    expect(withPath(jar, 'quiet', 4)).toEqual(jar)
    expect(JSON.stringify(jar)).toBe(before)
  })

  it('know their own options from those of the composition', () => {
    expect(['dark', 'ring', 'mark.size', 'gradient.stops.0.ink'].every(isFinishPath)).toBe(true)
    expect(['level', 'module_px', 'dpi', 'distance_mm', 'text'].some(isFinishPath)).toBe(false)
  })

  it('are the same whatever order their keys came in', () => {
    expect(sameFinish({ quiet: 4, light: '#FFFFFF', dark: '#14201C' }, PLAIN)).toBe(true)
    expect(sameFinish({ ...PLAIN, shape: 'disc' }, PLAIN)).toBe(false)
    expect(without({ a: 1, b: 2 }, 'a')).toEqual({ b: 2 })
  })
})
