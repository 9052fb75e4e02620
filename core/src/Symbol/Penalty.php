<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/**
 * Penalty points by which the mask is chosen, ISO/IEC 18004:2015 7.8.3, table 11 (N1 = 3, N2 = 3, N3 = 40, N4 = 10).
 *
 * Works on planes as SymbolTemplate describes them: a shift by one place or row and an XOR marks, for all
 * modules at once, where neighbours differ.
 */
final class Penalty
{
    /** @param  string  $transposed the same plane with rows and columns exchanged */
    public static function of(string $plane, string $transposed, int $modules): int
    {
        return self::acrossAndWhole($plane, $modules) + self::lines($transposed);
    }

    /** Everything but the columns. */
    public static function acrossAndWhole(string $plane, int $modules): int
    {
        return self::blocks($plane, $modules) + self::balance($plane, $modules) + self::lines($plane);
    }

    private const FINDER = "\1\0\1\1\1\0\1";

    private const LIGHT = "\0\0\0\0";

    /** Runs of five and more (N1) and finder-like patterns (N3), in rows. */
    public static function lines(string $plane): int
    {
        return self::runs($plane) + 40 * self::finderLike($plane);
    }

    /**
     * Patterns 1:1:3:1:1 with four light modules before or after. The quiet zone counts as
     * light modules: with that, the mask chosen for the standard's example (annex I) is the one printed there.
     */
    private static function finderLike(string $plane): int
    {
        $line = self::LIGHT.str_replace(SymbolTemplate::SEPARATOR, self::LIGHT, $plane);
        $before = substr_count($line, self::LIGHT.self::FINDER);
        $after = substr_count($line, self::FINDER.self::LIGHT);
        $both = $before === 0 || $after === 0 ? 0 : preg_match_all('/(?<=\0{4})'.self::FINDER.'(?=\0{4})/', $line);

        return $before + $after - (int) $both;
    }

    private static function runs(string $plane): int
    {
        $differs = $plane ^ (substr($plane, 1)."\0");
        $pairs = $differs | (substr($differs, 1)."\1");
        $fours = strtr($pairs | (substr($pairs, 2)."\1\1"), "\2\3", "\1\1");
        // A zero is a place where five modules alike begin: a run of k has k - 4 of them and scores k - 2.
        $starts = count_chars($fours, 1)[0] ?? 0;
        $runs = substr_count($fours, "\0\1");

        return $starts + 2 * $runs;
    }

    /** Blocks of two by two modules of one colour (N2). */
    public static function blocks(string $plane, int $modules): int
    {
        $stride = $modules + 1;
        $length = ($modules - 1) * $stride;
        $across = $plane ^ (substr($plane, 1)."\0");
        $down = $plane ^ substr($plane, $stride);
        $mixed = substr($across, 0, $length) | substr($across, $stride) | $down;

        return 3 * (count_chars($mixed, 1)[0] ?? 0);
    }

    /** Share of dark modules away from one half, in steps of five per cent (N4). */
    public static function balance(string $plane, int $modules): int
    {
        $total = $modules * $modules;
        $dark = count_chars($plane, 1)[1] ?? 0;

        return 10 * intdiv(abs($dark * 20 - $total * 10), $total);
    }
}
