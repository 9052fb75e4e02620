<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Text to QR Code symbol, ISO/IEC 18004:2015 clause 7. */
final class Encoder
{
    /** Digits that the largest symbol holds: nothing longer can fit in any mode. */
    public const MAX_BYTES = 7089;

    /**
     * Encodes bytes (text as UTF-8, without ECI) with the shortest segments, in the smallest version that fits.
     *
     * @throws InvalidSymbol for an empty text
     * @throws TextDoesNotFit when it is too long for the level and version; says how much fits
     */
    public static function encode(string $text, EncodeOptions $options = new EncodeOptions): QrSymbol
    {
        if ($text === '') {
            throw new InvalidSymbol('There is no text to encode.');
        }
        [$version, $segments] = self::fit($text, $options);
        $codewords = Codewords::final(
            Codewords::data($segments, $version, $options->level),
            $version->blocks($options->level),
        );
        [$matrix, $mask] = self::place($codewords, $version, $options);

        return new QrSymbol($text, $version, $options->level, $mask, $segments, $matrix);
    }

    /**
     * The smallest version that holds the text, and its segments there.
     *
     * @return array{Version, list<Segment>}
     *
     * @throws TextDoesNotFit
     */
    public static function fit(string $text, EncodeOptions $options): array
    {
        $wanted = $options->version?->number;
        if (strlen($text) <= self::MAX_BYTES) {
            foreach ([[1, 9], [10, 26], [27, 40]] as [$first, $last]) {
                $first = $wanted ?? $first;
                $last = $wanted ?? $last;
                $segments = Segmenter::shortest($text, Version::of($first));
                $bits = array_sum(array_map(static fn (Segment $s): int => $s->bits(Version::of($first)), $segments));
                for ($number = $first; $number <= $last; $number++) {
                    $version = Version::of($number);
                    if ($bits <= Capacity::bits($version, $options->level)) {
                        return [$version, $segments];
                    }
                }
                if ($wanted !== null) {
                    break;
                }
            }
        }

        throw TextDoesNotFit::in($options->version ?? Version::of(Version::MAX), $options->level, strlen($text));
    }

    /** @return array{ModuleMatrix, int} the masked symbol and its mask (7.7, 7.8) */
    private static function place(string $codewords, Version $version, EncodeOptions $options): array
    {
        $template = SymbolTemplate::of($version);
        $plane = $template->plane;
        $transposed = $template->transposed;
        $stride = $template->stride;
        $order = $template->order;
        foreach (str_split(BitString::ofBytes($codewords)) as $i => $bit) {
            if ($bit === '1') {
                $place = $order[$i];
                $plane[$place] = "\1";
                $transposed[$place % $stride * $stride + intdiv($place, $stride)] = "\1";
            }
        }
        $masks = $options->mask === null ? range(0, MaskPattern::COUNT - 1) : [$options->mask];
        $best = null;
        $lowest = PHP_INT_MAX;
        $chosen = 0;
        foreach ($masks as $mask) {
            $masked = self::masked($plane, $template, $options->level, $mask);
            if (count($masks) === 1) {
                [$best, $chosen] = [$masked, $mask];
                break;
            }
            $penalty = Penalty::of($masked, self::masked($transposed, $template, $options->level, $mask, true), $version->modules());
            if ($penalty < $lowest) {
                [$best, $lowest, $chosen] = [$masked, $penalty, $mask];
            }
        }
        $rows = explode(SymbolTemplate::SEPARATOR, strtr((string) $best, "\0\1", '01'));
        array_pop($rows);

        return [new ModuleMatrix($rows), $chosen];
    }

    /** The plane with mask and format information. */
    private static function masked(string $plane, SymbolTemplate $template, Level $level, int $mask, bool $transposed = false): string
    {
        $modules = $template->version->modules();
        $data = $transposed ? $template->dataTransposed : $template->data;
        $plane ^= MaskPattern::plane($mask, $modules, $transposed) & $data;
        $bits = FormatInformation::bits($level, $mask);
        for ($bit = 0; $bit < 15; $bit++) {
            if ($bits >> $bit & 1) {
                foreach (FormatInformation::places($bit, $modules) as [$column, $row]) {
                    $plane[$transposed ? $column * $template->stride + $row : $row * $template->stride + $column] = "\1";
                }
            }
        }

        return $plane;
    }
}
