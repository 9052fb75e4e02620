/** Which codes are in view: one that stays there is reported once, one that comes back after a while again. */
export class Sightings {
  private readonly seen = new Map<string, number>()

  /** @param gap milliseconds out of view after which a code counts as new */
  constructor(private readonly gap: number) {}

  /** Those of the texts that were not in view just before. */
  fresh(texts: string[], now: number): string[] {
    const fresh = texts.filter((text) => now - (this.seen.get(text) ?? -Infinity) > this.gap)
    for (const text of texts) this.seen.set(text, now)
    for (const [text, at] of this.seen) if (now - at > this.gap) this.seen.delete(text)
    return [...new Set(fresh)]
  }

  clear(): void {
    this.seen.clear()
  }
}
