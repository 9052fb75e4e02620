import { KeenGlyph } from './code'
import { KeenGlyphReader } from './reader'

export { KeenGlyph, KeenGlyphReader }
export type { CodeState } from './code'
export type { ReadSymbol } from './reader'

// A page may hold the file twice.
if (!customElements.get('keen-glyph')) customElements.define('keen-glyph', KeenGlyph)
if (!customElements.get('keen-glyph-reader')) customElements.define('keen-glyph-reader', KeenGlyphReader)
