<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\StructuredAppend;

/** The text of a whole sequence of symbols, ISO/IEC 18004:2015 clause 8. */
final class JoinedText
{
    /**
     * Joins symbols in any order, repeated ones allowed.
     *
     * @param  list<Content>  $contents
     * @return ?Content null when some are missing, do not belong together, or the parity does not match
     */
    public static function of(array $contents): ?Content
    {
        $places = [];
        $first = $contents[0] ?? null;
        foreach ($contents as $content) {
            if ($content->append === null || $content->append->total !== $first?->append?->total || $content->append->parity !== $first->append->parity) {
                return null;
            }
            $places[$content->append->index] = $content;
        }
        if ($first?->append === null || count($places) !== $first->append->total) {
            return null;
        }
        ksort($places);
        $bytes = implode('', array_map(static fn (Content $content): string => $content->bytes, $places));
        if (StructuredAppend::parity($bytes) !== $first->append->parity) {
            return null;
        }
        $parts = array_merge(...array_values(array_map(static fn (Content $content): array => $content->parts, $places)));
        $segments = array_merge(...array_values(array_map(static fn (Content $content): array => $content->segments, $places)));

        return new Content(Content::textOf($parts), $bytes, $segments, $first->eci, $first->fnc1, null, $parts);
    }
}
