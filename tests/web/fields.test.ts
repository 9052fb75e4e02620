import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { dayOf, isoDay, shownMoment, timeOf, toMoment } from '@/lib/moments'
import { suggestedName } from '@/lib/names'
import { sameNumber } from '@/lib/retail'

describe('days and moments', () => {
  it.each([
    ['2027-06-12', '2027-06-12'],
    ['2027-6-2', '2027-06-02'],
    ['2027-06-12T18:30', '2027-06-12'],
    ['2028-02-29', '2028-02-29'],
    ['2027-02-29', ''],
    ['2027-13-01', ''],
    ['12/06/2027', ''],
    ['', ''],
  ])('the day of "%s" is "%s"', (typed, day) => {
    expect(dayOf(typed)).toBe(day)
  })

  it.each([
    ['2027-06-12 8:05', '08:05'],
    ['2027-06-12T18:30:15', '18:30:15'],
    ['2027-06-12 24:00', ''],
    ['2027-06-12', ''],
  ])('the time of "%s" is "%s"', (typed, time) => {
    expect(timeOf(typed)).toBe(time)
  })

  it('hands on what is no moment yet as it was typed, for the rules to judge', () => {
    expect(toMoment('2027-6-2 8:05', true)).toBe('2027-06-02T08:05')
    expect(toMoment(' 2027-06-12 ', true)).toBe('2027-06-12')
    expect(toMoment('2027-06-12T18:30', false)).toBe('2027-06-12T18:30')
    expect(toMoment('next Friday', true)).toBe('next Friday')
    expect(shownMoment(toMoment('2027-06-12 18:30', true))).toBe('2027-06-12 18:30')
  })

  it('takes a calendar day as the day that was clicked', () => {
    expect(isoDay(new Date(2027, 0, 1))).toBe('2027-01-01')
    expect(isoDay(new Date(2027, 11, 31, 23, 59))).toBe('2027-12-31')
  })
})

describe('suggested names', () => {
  const payload = (over: Partial<Schemas['Payload']>) =>
    ({ fields: {}, text: '', shown: '', ...over }) as Schemas['Payload']
  it.each([
    [payload({ fields: { given_name: 'Ines', family_name: 'Aldous', organisation: 'Fennmoor' } }), 'Ines Aldous'],
    [payload({ fields: { title: 'Swarm evening' }, shown: 'BEGIN:VCALENDAR' }), 'Swarm evening'],
    [payload({ text: 'https://www.fennmoor.example/hive/7/?a=1' }), 'fennmoor.example/hive/7'],
    [payload({ shown: 'first line\nsecond' }), 'first line'],
    [payload({ shown: 'x'.repeat(80) }), `${'x'.repeat(59)}…`],
  ])('says what %o is about', (given, name) => {
    expect(suggestedName(given)).toBe(name)
  })
})

describe('retail numbers', () => {
  it.each([
    ['036000291452', '0036000291452', true],
    ['036000291452', '00036000291452', true],
    ['9520123456788', '09520123456788', true],
    ['9520123456788', '9520123456789', false],
    ['036000291453', '0036000291453', false],
    ['HIVE 7', 'HIVE 7', true],
    ['0007', '007', false],
  ])('%s and %s are one: %s', (a, b, isOne) => {
    expect(sameNumber(a, b)).toBe(isOne)
  })
})
