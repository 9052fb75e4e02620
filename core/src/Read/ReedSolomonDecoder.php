<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Galois;
use KeenGlyph\Core\Symbol\ReedSolomon;

/** Finds and repairs wrong codewords of a block, ISO/IEC 18004:2015 12 and annex B. */
final class ReedSolomonDecoder
{
    /**
     * @param  string  $block  data codewords followed by correction codewords, at most 255
     * @param  int  $correction  how many of them are correction codewords
     * @return array{string, int} the repaired block and how many codewords were wrong
     *
     * @throws Unreadable when there are more errors than can be repaired
     */
    public static function correct(string $block, int $correction): array
    {
        $data = substr($block, 0, strlen($block) - $correction);
        if (ReedSolomon::correction($data, $correction) === substr($block, -$correction)) {
            return [$block, 0];
        }
        $syndromes = self::syndromes($block, $correction);
        $locator = self::locator($syndromes);
        $errors = count($locator) - 1;
        $places = $errors > intdiv($correction, 2) ? [] : self::places($locator, strlen($block));
        if (count($places) !== $errors || $errors === 0) {
            throw new Unreadable(Stage::Correction, "More than $correction / 2 codewords of a block are wrong.");
        }
        foreach (self::values($syndromes, $locator, $places) as $power => $value) {
            $at = strlen($block) - 1 - $power;
            $block[$at] = chr(ord($block[$at]) ^ $value);
        }
        if (array_filter(self::syndromes($block, $correction)) !== []) {
            throw new Unreadable(Stage::Correction, 'A block cannot be repaired.');
        }

        return [$block, $errors];
    }

    /** @return list<int> the block's polynomial at alpha^0, alpha^1 … */
    private static function syndromes(string $block, int $count): array
    {
        $exp = Galois::exp();
        $log = Galois::log();
        /** @var array<int, int> $bytes */
        $bytes = unpack('C*', $block) ?: [];
        $syndromes = [];
        for ($i = 0; $i < $count; $i++) {
            $value = 0;
            foreach ($bytes as $byte) {
                $value = ($value === 0 ? 0 : $exp[$log[$value] + $i]) ^ $byte;
            }
            $syndromes[] = $value;
        }

        return $syndromes;
    }

    /**
     * Berlekamp and Massey: the shortest recurrence that yields the syndromes.
     *
     * @param  list<int>  $syndromes
     * @return list<int> error locator, lowest power first, without zeros at the end
     */
    private static function locator(array $syndromes): array
    {
        $current = [1];
        $previous = [1];
        $length = 0;
        $shift = 1;
        $scale = 1;
        foreach ($syndromes as $n => $syndrome) {
            $discrepancy = $syndrome;
            for ($i = 1; $i <= $length; $i++) {
                $discrepancy ^= Galois::multiply($current[$i] ?? 0, $syndromes[$n - $i]);
            }
            if ($discrepancy === 0) {
                $shift++;

                continue;
            }
            $factor = self::divide($discrepancy, $scale);
            $next = array_pad($current, max(count($current), count($previous) + $shift), 0);
            foreach ($previous as $i => $coefficient) {
                $next[$i + $shift] ^= Galois::multiply($factor, $coefficient);
            }
            if (2 * $length <= $n) {
                [$length, $previous, $scale, $shift] = [$n + 1 - $length, $current, $discrepancy, 1];
            } else {
                $shift++;
            }
            $current = $next;
        }
        while (count($current) > 1 && $current[count($current) - 1] === 0) {
            array_pop($current);
        }

        return array_values($current);
    }

    /**
     * Chien's search.
     *
     * @param  list<int>  $locator
     * @return list<int> powers of x at which codewords are wrong
     */
    private static function places(array $locator, int $length): array
    {
        $exp = Galois::exp();
        $log = Galois::log();
        $places = [];
        for ($power = 0; $power < $length; $power++) {
            $inverse = (255 - $power) % 255;
            $sum = 0;
            foreach ($locator as $i => $coefficient) {
                $sum ^= $coefficient === 0 ? 0 : $exp[($log[$coefficient] + $i * $inverse) % 255];
            }
            if ($sum === 0) {
                $places[] = $power;
            }
        }

        return $places;
    }

    /**
     * Forney's formula.
     *
     * @param  list<int>  $syndromes
     * @param  list<int>  $locator
     * @param  list<int>  $places
     * @return array<int, int> what to XOR at each power
     */
    private static function values(array $syndromes, array $locator, array $places): array
    {
        $exp = Galois::exp();
        $evaluator = array_fill(0, count($syndromes), 0);
        foreach ($syndromes as $i => $syndrome) {
            foreach ($locator as $j => $coefficient) {
                if ($i + $j < count($syndromes)) {
                    $evaluator[$i + $j] ^= Galois::multiply($syndrome, $coefficient);
                }
            }
        }
        $values = [];
        foreach ($places as $power) {
            $inverse = (255 - $power) % 255;
            $top = 0;
            foreach ($evaluator as $i => $coefficient) {
                $top ^= Galois::multiply($coefficient, $exp[$i * $inverse % 255]);
            }
            $bottom = 0;
            for ($i = 1; $i < count($locator); $i += 2) {
                $bottom ^= Galois::multiply($locator[$i], $exp[($i - 1) * $inverse % 255]);
            }
            $values[$power] = Galois::multiply($exp[$power % 255], self::divide($top, $bottom));
        }

        return $values;
    }

    private static function divide(int $a, int $b): int
    {
        if ($a === 0 || $b === 0) {
            return 0;
        }

        return Galois::exp()[Galois::log()[$a] + 255 - Galois::log()[$b]];
    }
}
