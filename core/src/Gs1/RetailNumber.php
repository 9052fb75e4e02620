<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** A trade item's number, whichever symbol carries it: EAN-8, UPC-A, EAN-13 and GTIN-14 say the same with more or fewer zeros before it. */
final class RetailNumber
{
    /**
     * One form for all that mean the same: a GTIN of fourteen digits; any other text as it stands.
     *
     * @param  string  $text  as a reader gives it
     */
    public static function normal(string $text): string
    {
        if (preg_match('/^\d{8}(?:\d{4,6})?$/D', $text) !== 1 || ! CheckDigit::holds($text)) {
            return $text;
        }

        return Gtin::padded($text) ?? $text;
    }

    /**
     * The ways in which the same number may have been written, the text itself first.
     *
     * @return non-empty-list<string>
     */
    public static function forms(string $text): array
    {
        $normal = self::normal($text);
        if (preg_match('/^\d{14}$/D', $normal) !== 1 || ! CheckDigit::holds($normal)) {
            return [$text];
        }
        $forms = [$text];
        foreach (array_reverse(Gtin::LENGTHS) as $length) {
            $short = substr($normal, 14 - $length);
            if (Gtin::padded($short) === $normal && ! in_array($short, $forms, true)) {
                $forms[] = $short;
            }
        }

        return $forms;
    }

    /** Whether two texts are one trade item number, zeros before it apart. */
    public static function areSame(string $a, string $b): bool
    {
        return $a === $b || self::normal($a) === self::normal($b);
    }
}
