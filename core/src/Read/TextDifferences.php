<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use SebastianBergmann\Diff\Differ;
use SebastianBergmann\Diff\Output\DiffOnlyOutputBuilder;

/** Where two texts differ, by the fewest characters taken out and put in (a longest common subsequence, of sebastian/diff). */
final class TextDifferences
{
    /** Pairs of characters up to which that is looked for; beyond it what differs is told as one change. */
    private const EXACT = 250_000;

    /**
     * @return list<array{at: int, expected: string, read: string}> place in the expected text in characters from 0, and both sides
     */
    public static function between(string $expected, string $read): array
    {
        [$a, $b] = [mb_str_split(mb_scrub($expected, 'UTF-8')), mb_str_split(mb_scrub($read, 'UTF-8'))];
        [$front, $back] = self::common($a, $b);
        [$left, $right] = [array_slice($a, $front, count($a) - $front - $back), array_slice($b, $front, count($b) - $front - $back)];
        if ($left === [] && $right === []) {
            return [];
        }
        if ($left === [] || $right === [] || count($left) * count($right) > self::EXACT) {
            return [['at' => $front, 'expected' => implode('', $left), 'read' => implode('', $right)]];
        }
        $differences = [];
        $at = $front;
        $open = null;
        /** @var list<array{string, int}> $steps */
        $steps = (new Differ(new DiffOnlyOutputBuilder))->diffToArray($left, $right);
        foreach ($steps as [$character, $step]) {
            if ($step === Differ::OLD) {
                $open = null;
                $at++;

                continue;
            }
            $open ??= count($differences);
            $differences[$open] ??= ['at' => $at, 'expected' => '', 'read' => ''];
            if ($step === Differ::REMOVED) {
                $differences[$open]['expected'] .= $character;
                $at++;
            } else {
                $differences[$open]['read'] .= $character;
            }
        }

        return array_values($differences);
    }

    /**
     * @param  list<string>  $a
     * @param  list<string>  $b
     * @return array{int, int} how many characters both begin with, and end with after those
     */
    private static function common(array $a, array $b): array
    {
        $shorter = min(count($a), count($b));
        for ($front = 0; $front < $shorter && $a[$front] === $b[$front]; $front++);
        for ($back = 0; $back < $shorter - $front && $a[count($a) - 1 - $back] === $b[count($b) - 1 - $back]; $back++);

        return [$front, $back];
    }
}
