import { describe, expect, it } from 'vitest'
import { byRule, change, CLAUSES, kindOf, listed, moved, ruleName, targetKind } from '../../resources/web/lib/route'

describe('rules as they are edited', () => {
  it('move up and down, and stay within the list', () => {
    expect(moved(['a', 'b', 'c'], 2, 0)).toEqual(['c', 'a', 'b'])
    expect(moved(['a', 'b', 'c'], 0, 1)).toEqual(['b', 'a', 'c'])
    expect(moved(['a', 'b'], 0, -1)).toEqual(['a', 'b'])
  })

  it('begin with a condition that can be kept', () => {
    for (const clause of CLAUSES) expect(kindOf(clause.fresh('UTC'))).toBe(clause.kind)
    expect(targetKind({ text: 'x' })).toBe('text')
  })

  it('take lists as they are typed', () => {
    expect(listed(' cy, en-GB;fr  ')).toEqual(['cy', 'en-GB', 'fr'])
  })

  it('show a fault at the rule that it is about', () => {
    const { rules, rest } = byRule({ 'route.rules.2.when.0.country.1': ['Two letters.'], 'route.tags': ['A name.'] })
    expect([...rules]).toEqual([[2, 'Two letters.']])
    expect(rest).toEqual(['A name.'])
  })
})

describe('a trail in words', () => {
  it('compares with as many days before', () => {
    expect([change(12, 10), change(5, 10), change(10, 10), change(3, 0), change(0, 0)]).toEqual([
      '+20 % on the days before',
      '−50 % on the days before',
      'as before',
      'none before',
      'none before either',
    ])
    expect([ruleName('-1'), ruleName('0')]).toEqual(['otherwise', 'rule 1'])
  })
})
