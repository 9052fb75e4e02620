<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Codewords to modules of a QR Code symbol, masked: ISO/IEC 18004:2015 7.7 and 7.8. */
final class Placement
{
    /**
     * @param  string  $codewords  data and correction, interleaved
     * @param  ?int  $mask  this mask; the one with the lowest penalty when null
     * @return array{ModuleMatrix, int} the masked symbol and its mask
     */
    public static function place(string $codewords, Version $version, ErrorCorrectionLevel $level, ?int $mask): array
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
        $masks = $mask === null ? range(0, MaskPattern::COUNT - 1) : [$mask];
        $best = null;
        $lowest = PHP_INT_MAX;
        $chosen = 0;
        foreach ($masks as $mask) {
            $masked = self::masked($plane, $template, $level, $mask);
            if (count($masks) === 1) {
                [$best, $chosen] = [$masked, $mask];
                break;
            }
            $penalty = Penalty::acrossAndWhole($masked, $version->modules());
            // Columns only add to it: a mask that is beaten already need not be looked at downwards.
            if ($penalty < $lowest) {
                $penalty += Penalty::lines(self::masked($transposed, $template, $level, $mask, true));
            }
            if ($penalty < $lowest) {
                [$best, $lowest, $chosen] = [$masked, $penalty, $mask];
            }
        }
        $rows = explode(SymbolTemplate::SEPARATOR, strtr((string) $best, "\0\1", '01'));
        array_pop($rows);

        return [new ModuleMatrix($rows), $chosen];
    }

    /** The plane with mask and format information. */
    private static function masked(string $plane, SymbolTemplate $template, ErrorCorrectionLevel $level, int $mask, bool $transposed = false): string
    {
        $data = $transposed ? $template->dataTransposed : $template->data;
        $plane ^= MaskPattern::plane($mask, $template->version->modules(), $transposed) & $data;
        $bits = FormatInformation::bits($level, $mask);
        foreach ($template->formatPlaces[(int) $transposed] as $bit => [$first, $second]) {
            if ($bits >> $bit & 1) {
                $plane[$first] = "\1";
                $plane[$second] = "\1";
            }
        }

        return $plane;
    }
}
