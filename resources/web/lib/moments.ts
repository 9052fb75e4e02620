/** A day as the standards write it, YYYY-MM-DD; empty when it is none. */
export function dayOf(text: string): string {
  const match = /^(\d{4})-(\d{1,2})-(\d{1,2})(?:\D|$)/.exec(text.trim())
  if (match === null) return ''
  const day = `${match[1]}-${match[2]!.padStart(2, '0')}-${match[3]!.padStart(2, '0')}`
  const date = new Date(`${day}T12:00:00Z`)
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(day) ? day : ''
}

/** Hours and minutes, HH:MM, with seconds where there are some; empty when it is none. */
export function timeOf(text: string): string {
  const match = /(?:^|[T\s])(\d{1,2}):(\d{2})(:\d{2})?$/.exec(text.trim())
  if (match === null || Number(match[1]) > 23 || Number(match[2]) > 59) return ''
  return `${match[1]!.padStart(2, '0')}:${match[2]}${match[3] ?? ''}`
}

/** What was typed, as the API takes it: what is no day or moment yet stays as it is, for the rules to judge. */
export function toMoment(typed: string, hasTime: boolean): string {
  const [day, time] = [dayOf(typed), timeOf(typed)]
  if (day === '') return typed.trim()
  if (!hasTime) return typed.trim().length <= 10 ? day : typed.trim()
  return time === '' ? typed.trim() : `${day}T${time}`
}

/** A moment as people read it in a field. */
export const shownMoment = (moment: string): string => moment.replace('T', ' ')

/** The day of a calendar's date, whatever the zone of the browser. */
export function isoDay(date: Date): string {
  const two = (value: number): string => String(value).padStart(2, '0')
  return `${String(date.getFullYear()).padStart(4, '0')}-${two(date.getMonth() + 1)}-${two(date.getDate())}`
}

/** Day and time of day, as short as a list has room for. */
export const momentOf = (at: string): string =>
  new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
