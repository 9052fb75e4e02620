<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

use LogicException;

/** Text to QR Code or Micro QR Code symbol, ISO/IEC 18004:2015 clause 7. */
final class Encoder
{
    /** Digits that the largest symbol holds: nothing longer can fit in any mode. */
    public const MAX_BYTES = 7089;

    /**
     * Encodes a text in the smallest version that holds it, with as few segments as that version allows.
     *
     * @throws InvalidSymbol for an empty text, or one that the character set cannot write
     * @throws TextDoesNotFit when it is too long for the level and version; says how much fits
     */
    public static function encode(string $text, EncodeOptions $options = new EncodeOptions): QrSymbol
    {
        $fit = self::fit($text, $options);
        [$version, $segmentation] = [$fit->version, $fit->segmentation];

        return self::draw($text, $version, $fit->level, $segmentation->fewest($version, $version->capacity($fit->level)), $options->mask, $segmentation->reason($version));
    }

    /**
     * The smallest version that holds the text, and the level after lifting.
     *
     * @throws InvalidSymbol|TextDoesNotFit
     */
    public static function fit(string $text, EncodeOptions $options, ?Segmentation $segmentation = null): Fit
    {
        if ($text === '') {
            throw new InvalidSymbol('There is no text to encode.');
        }
        $versions = $options->versions();
        self::demandLevel($versions, $options->level);
        if (strlen($text) <= self::MAX_BYTES) {
            $segmentation ??= new Segmentation($text, $options);
            foreach ($versions as $version) {
                $capacity = $version->capacity($options->level);
                if ($capacity > 0 && $segmentation->bits($version) <= $capacity) {
                    return new Fit($version, $options->raiseLevel ? self::lifted($version, $options->level, $segmentation->bits($version)) : $options->level, $segmentation);
                }
            }
        }

        throw TextDoesNotFit::in($versions[count($versions) - 1], $options->level, strlen($text));
    }

    /**
     * Makes the symbol of segments that fit.
     *
     * @param  list<Segment>  $segments
     */
    public static function draw(string $text, SymbolVersion $version, ErrorCorrectionLevel $level, array $segments, ?int $mask, string $reason): QrSymbol
    {
        $data = Codewords::data($segments, $version, $level);
        [$matrix, $mask] = match (true) {
            $version instanceof Version => Placement::place(Codewords::final($data, $version->blocks($level)), $version, $level, $mask),
            $version instanceof MicroVersion => MicroPlacement::place($data, $version, $level, $mask),
            default => throw new LogicException('There are no other versions.'),
        };

        return new QrSymbol($text, $version, $level, $mask, $segments, $matrix, $reason);
    }

    /** @param  list<SymbolVersion>  $versions */
    private static function demandLevel(array $versions, ErrorCorrectionLevel $level): void
    {
        foreach ($versions as $version) {
            if ($version->capacity($level) > 0) {
                return;
            }
        }
        throw new InvalidSymbol(count($versions) === 1 ? "Version {$versions[0]->label()} has no level {$level->value}." : "Micro QR Code has no level {$level->value}: choose L, M or Q.");
    }

    private static function lifted(SymbolVersion $version, ErrorCorrectionLevel $level, int $bits): ErrorCorrectionLevel
    {
        foreach (array_reverse(ErrorCorrectionLevel::cases()) as $higher) {
            if ($version->capacity($higher) >= $bits) {
                return $higher;
            }
        }

        return $level;
    }
}
