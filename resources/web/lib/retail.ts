/** Lengths of a trade item's number: EAN-8, UPC-A, EAN-13, GTIN-14. */
const LENGTHS = [8, 12, 13, 14]

/** GS1 General Specifications 7.9: weights of three and one from the right. */
function holds(digits: string): boolean {
  const sum = [...digits].reverse().reduce((total, digit, i) => total + Number(digit) * (i % 2 === 1 ? 3 : 1), 0)
  return sum % 10 === 0
}

/** A trade item's number as a GTIN of fourteen digits, whichever symbol carries it; any other text as it stands. */
export const normalNumber = (text: string): string =>
  /^\d+$/.test(text) && LENGTHS.includes(text.length) && holds(text) ? text.padStart(14, '0') : text

/** Whether two texts mean the same number, though with more or fewer zeros before it. */
export const sameNumber = (a: string, b: string): boolean => normalNumber(a) === normalNumber(b)
