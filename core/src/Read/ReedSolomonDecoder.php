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
     * @param  list<int>  $erasures  places in the block, from 0, whose codewords are not to be relied on
     * @param  int  $reserve  correction codewords kept to notice wrong repairs (table 9, footnote on p)
     * @return array{string, int} the repaired block and how many codewords were wrong
     *
     * @throws Unreadable when there are more errors than can be repaired
     */
    public static function correct(string $block, int $correction, array $erasures = [], int $reserve = 0): array
    {
        $data = substr($block, 0, strlen($block) - $correction);
        if (ReedSolomon::correction($data, $correction) === substr($block, -$correction)) {
            return [$block, 0];
        }
        $syndromes = self::syndromes($block, $correction);
        $last = strlen($block) - 1;
        $locator = self::locator($syndromes, array_map(static fn (int $place): int => $last - $place, $erasures));
        $wrong = count($locator) - 1;
        // An error takes two correction codewords, an erasure one.
        $spent = 2 * $wrong - count($erasures);
        $places = $spent > $correction - $reserve ? [] : self::places($locator, strlen($block));
        if (count($places) !== $wrong || $wrong === 0) {
            throw new Unreadable(Stage::Correction, "More codewords of a block are wrong than $correction correction codewords can repair.");
        }
        $changed = 0;
        foreach (self::values($syndromes, $locator, $places) as $power => $value) {
            $at = $last - $power;
            $block[$at] = chr(ord($block[$at]) ^ $value);
            $changed += $value === 0 ? 0 : 1;
        }
        if (array_filter(self::syndromes($block, $correction)) !== []) {
            throw new Unreadable(Stage::Correction, 'A block cannot be repaired.');
        }

        return [$block, $changed];
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
     * Berlekamp and Massey, begun with the erasures: the shortest recurrence that yields the syndromes.
     *
     * @param  list<int>  $syndromes
     * @param  list<int>  $erased  powers of x known to be doubtful
     * @return list<int> errata locator, lowest power first, without zeros at the end
     */
    private static function locator(array $syndromes, array $erased): array
    {
        $exp = Galois::exp();
        $current = [1];
        foreach ($erased as $power) {
            $next = [...$current, 0];
            foreach ($current as $i => $coefficient) {
                $next[$i + 1] ^= Galois::multiply($coefficient, $exp[$power % 255]);
            }
            $current = $next;
        }
        $known = count($erased);
        $length = $known;
        $previous = $current;
        for ($n = $known; $n < count($syndromes); $n++) {
            $discrepancy = 0;
            foreach ($current as $i => $coefficient) {
                if ($coefficient !== 0 && $i <= $n) {
                    $discrepancy ^= Galois::multiply($coefficient, $syndromes[$n - $i]);
                }
            }
            array_unshift($previous, 0);
            if ($discrepancy === 0) {
                continue;
            }
            $next = array_pad($current, max(count($current), count($previous)), 0);
            foreach ($previous as $i => $coefficient) {
                $next[$i] ^= Galois::multiply($discrepancy, $coefficient);
            }
            if (2 * $length <= $n + $known) {
                $previous = array_map(static fn (int $coefficient): int => self::divide($coefficient, $discrepancy), $current);
                $length = $n + 1 - $length + $known;
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
