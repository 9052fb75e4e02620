<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\Segmentation;
use KeenGlyph\Core\Symbol\SymbolVersion;

/** What each field adds to a symbol: the bits that would be saved without it. */
final class FieldCosts
{
    /** @return array<string, int> bits by field, by elements.0 and so on within lists; those that cost nothing left out */
    public static function of(Payload $payload, EncodeOptions $options, SymbolVersion $version): array
    {
        $whole = self::bits($payload->text, $options, $version);
        $costs = [];
        foreach ($payload->fields as $name => $value) {
            $isList = is_array($value) && array_is_list($value);
            foreach ($isList ? array_keys($value) : [null] as $index) {
                $without = $payload->fields;
                if ($index === null) {
                    unset($without[$name]);
                } else {
                    $rest = is_array($value) ? $value : [];
                    unset($rest[$index]);
                    $without[$name] = array_values($rest);
                }
                $rest = Payloads::written($payload->kind, $without, $payload->context);
                $cost = $whole - self::bits($rest, $options, $version);
                // Without some fields there is no text at all: they cost what all of it costs, which says nothing.
                if ($cost > 0 && $rest !== '') {
                    $costs[$index === null ? $name : "$name.$index"] = $cost;
                }
            }
        }

        return $costs;
    }

    private static function bits(string $text, EncodeOptions $options, SymbolVersion $version): int
    {
        try {
            $bits = $text === '' ? 0 : (new Segmentation($text, $options))->bits($version);
        } catch (InvalidSymbol) {
            return 0;
        }

        return $bits === PHP_INT_MAX ? 0 : $bits;
    }
}
