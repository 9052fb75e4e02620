import { expect, it } from 'vitest'
import type { Key } from '@/composables/useKeys'
import { needed, standing } from '@/lib/keys'

const key = (more: Partial<Key> = {}): Key =>
  ({
    id: 7,
    revoked_at: null,
    expires_at: null,
    previous_until: null,
    signing_until: null,
    last_used_at: null,
    ...more,
  }) as Key
const NOW = Date.parse('2026-11-16T00:00:00Z')

it('says of a key what matters most', () => {
  const leak = [{ key: 7, why: 'browser' as const, origin: 'https://kiosk.fennmoor.example', calls: 3, last_at: '' }]
  expect(standing(key(), [], NOW)).toBe('unused')
  expect(standing(key({ last_used_at: '2026-11-15T00:00:00Z' }), [], NOW)).toBe('used')
  expect(standing(key({ signing_until: '2026-11-20T00:00:00Z', last_used_at: '2026-11-15T00:00:00Z' }), [], NOW)).toBe(
    'rotating',
  )
  expect(standing(key({ last_used_at: '2026-11-15T00:00:00Z' }), leak, NOW)).toBe('seen')
  expect(standing(key({ expires_at: '2026-11-15T00:00:00Z' }), leak, NOW)).toBe('expired')
  expect(standing(key({ revoked_at: '2026-11-15T00:00:00Z' }), leak, NOW)).toBe('revoked')
})

it('reckons what a month will need from what is gone of it', () => {
  expect(needed(500, new Date('2026-11-16T00:00:00Z'))).toBe(1000)
  expect(needed(0, new Date('2026-11-01T00:00:00Z'))).toBe(0)
})
