<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Linear symbols in a picture, upright or turned by quarters, from lines laid across it. */
final class LinearReader
{
    /** Lines in each direction. */
    private const LINES = 48;

    /** Lines that must agree on a symbol, so that no chance pattern is taken for one. */
    private const AGREE = 2;

    /** @var list<BarDecoder> */
    private array $decoders;

    public function __construct()
    {
        $this->decoders = [new EanDecoder, new Code128Decoder, new ItfDecoder, new Code39Decoder];
    }

    /** @return list<LinearReading> from the top */
    public function read(BitPlane $plane): array
    {
        $found = [];
        foreach ([false, true] as $down) {
            $length = $down ? $plane->width : $plane->height;
            $step = max(1, intdiv($length, self::LINES));
            for ($at = intdiv($step, 2); $at < $length; $at += $step) {
                $line = $down ? self::column($plane, $at) : $plane->row($at);
                foreach ([false, true] as $backwards) {
                    foreach ($this->line($backwards ? strrev($line) : $line) as [$text, $from, $to]) {
                        $key = "$text->symbology $text->text ".($down ? 'd' : 'a').($backwards ? 'b' : 'f');
                        $found[$key][] = [$text, $at, $backwards ? strlen($line) - $to : $from, $backwards ? strlen($line) - $from : $to, $down, $backwards];
                    }
                }
            }
        }
        $readings = [];
        foreach ($found as $lines) {
            if (count($lines) >= self::AGREE || $plane->height < self::LINES) {
                $readings[] = self::reading($lines);
            }
        }

        return $readings;
    }

    /** @return list<array{BarText, int, int}> text, and where it begins and ends on the line */
    private function line(string $line): array
    {
        if (! str_contains($line, "\1")) {
            return [];
        }
        preg_match_all('/\x00+|\x01+/', "\0".$line, $match);
        $runs = array_map(strlen(...), $match[0]);
        $found = [];
        $place = $runs[0] - 1;
        $skip = 0;
        for ($i = 1; $i < count($runs); $i += 2) {
            // No symbol begins with a bar wider than two modules, nor without three blank ones before it.
            $isStart = $i === 1 || $runs[$i - 1] >= 1.5 * $runs[$i];
            if ($isStart && $i >= $skip && count($runs) - $i > 25) {
                // The margin before the picture is as blank as it needs to be.
                $around = $i === 1 ? [PHP_INT_MAX >> 8, ...array_slice($runs, 1)] : $runs;
                foreach ($this->decoders as $decoder) {
                    $text = $decoder->decode($around, $i);
                    if ($text !== null) {
                        $width = array_sum(array_slice($runs, $i, $text->runs));
                        $found[] = [$text, $place, $place + $width];
                        $skip = $i + $text->runs;
                        break;
                    }
                }
            }
            $place += $runs[$i] + ($runs[$i + 1] ?? 0);
        }

        return $found;
    }

    private static function column(BitPlane $plane, int $x): string
    {
        $column = '';
        for ($y = 0, $at = $x; $y < $plane->height; $y++, $at += $plane->width) {
            $column .= $plane->bits[$at];
        }

        return $column;
    }

    /** @param  non-empty-list<array{BarText, int, int, int, bool, bool}>  $lines */
    private static function reading(array $lines): LinearReading
    {
        [$text, , , , $down, $backwards] = $lines[0];
        $across = array_column($lines, 1);
        [$first, $last] = [(float) min($across), (float) max($across)];
        [$from, $to] = [(float) min(array_column($lines, 2)), (float) max(array_column($lines, 3))];
        // Corners of the box as it lies, then begun at the symbol's own top left.
        $box = $down
            ? [[$last, $from], [$last, $to], [$first, $to], [$first, $from]]
            : [[$from, $first], [$to, $first], [$to, $last], [$from, $last]];
        if ($backwards) {
            $box = [$box[2], $box[3], $box[0], $box[1]];
        }

        return new LinearReading($text->symbology, $text->text, $text->gs1, $box, ($to - $from) / $text->modules, ($down ? 90 : 0) + ($backwards ? 180 : 0));
    }
}
