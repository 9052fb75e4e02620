<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

use KeenGlyph\Core\Gs1\Element;
use KeenGlyph\Core\Gs1\ElementRules;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Gs1\InvalidElements;

/** GS1-128: Code 128 with FNC1 first and element strings, GS1 General Specifications 5.4. */
final class Gs1128
{
    /** Characters a printed line has room for below the bars, by modules. */
    private const PITCH = 6;

    /**
     * Elements, FNC1 before them (GS1 General Specifications 5.4).
     *
     * @param  string  $text  bracketed, or as an element string
     *
     * @throws InvalidBars when they break a rule of theirs, or are too long
     */
    public static function encode(string $text): LinearSymbol
    {
        try {
            $string = ElementString::parse($text);
        } catch (InvalidElements $e) {
            throw new InvalidBars($e->getMessage(), 0, $e);
        }
        foreach (ElementRules::check($string) as $finding) {
            if ($finding->isError) {
                throw new InvalidBars($finding->message);
            }
        }
        $carried = $string->inSymbol();
        // FNC1 and separators count (5.4.2).
        if (strlen($carried) > ElementString::MAX_LINEAR) {
            throw new InvalidBars(sprintf('GS1-128 carries 48 characters; these are %d. Use two symbols, or a two-dimensional one.', strlen($carried)));
        }
        $values = Code128::values($carried, true);
        $room = intdiv(11 * (count($values) + 2) + 2 + 20, self::PITCH);

        return Code128::draw(LinearSymbology::Gs1128, $carried, $values, self::lines($string->elements, $room));
    }

    /**
     * Elements on as few lines as they need, none broken unless it alone is too long.
     *
     * @param  list<Element>  $elements
     * @return list<string>
     */
    private static function lines(array $elements, int $room): array
    {
        $lines = [''];
        foreach ($elements as $element) {
            $last = count($lines) - 1;
            if ($lines[$last] !== '' && strlen($lines[$last].$element->bracketed()) > $room) {
                $lines[++$last] = '';
            }
            $lines[$last] .= $element->bracketed();
        }

        return array_merge(...array_map(static fn (string $line): array => str_split($line, max(8, $room)), $lines));
    }
}
