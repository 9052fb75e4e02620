<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Render\Path;
use KeenGlyph\Core\Render\Typeface;

/** Lines of text set into a box: made smaller, broken at spaces or refused where they are wider; never cut. */
final class LabelText
{
    public const MM_A_POINT = 25.4 / 72;

    /** Height of a line and its baseline, in ems. */
    private const LINE = 1.2;

    private const BASELINE = 0.94;

    /** Characters, with what was filled in. */
    private const MOST = 500;

    /** Below this nobody reads it. */
    private const LEAST_PT = 4.0;

    /**
     * @param  string  $text  filled in
     * @return Path in millimetres from the label's corner
     *
     * @throws InvalidRun when it does not fit
     * @throws \KeenGlyph\Core\Finish\InvalidFinish when the face lacks a character
     */
    public static function set(LabelPart $part, string $text): Path
    {
        if (mb_strlen($text) > self::MOST) {
            throw new InvalidRun('A text of a label has at most '.self::MOST.' characters; this one has '.mb_strlen($text).'.');
        }
        $em = $part->sizePt * self::MM_A_POINT;
        $lines = explode("\n", str_replace(["\r\n", "\r", "\t"], ["\n", "\n", ' '], trim($text)));
        if ($part->fit === 'wrap') {
            $lines = array_merge(...array_map(static fn (string $line): array => self::broken($line, $part->width / $em), $lines));
        }
        $set = array_map(static fn (string $line): array => Typeface::line($line, 1.0, 'text'), $lines);
        $widest = max([0.0, ...array_column($set, 1)]);
        $fits = min($part->width / max(1e-6, $widest), $part->height / (self::LINE * count($lines)));
        if ($fits < $em - 1e-6) {
            $least = min($part->sizePt, self::LEAST_PT) * self::MM_A_POINT;
            if ($part->fit !== 'shrink' || $fits < $least) {
                throw new InvalidRun(sprintf('“%s” is larger than its place of %.1f × %.1f mm, by %.1f mm at %.1f pt.', mb_strimwidth(trim($text), 0, 40, '…'), $part->width, $part->height, max($widest * $em - $part->width, count($lines) * self::LINE * $em - $part->height), ($fits < $least && $part->fit === 'shrink' ? $least : $em) / self::MM_A_POINT));
            }
            $em = $fits;
        }
        $paths = [];
        foreach ($set as $i => [$path, $width]) {
            $free = $part->width - $width * $em;
            $paths[] = $path->placed($em, $em, $part->x + ['left' => 0.0, 'centre' => $free / 2, 'right' => $free][$part->align], $part->y + ($i * self::LINE + self::BASELINE) * $em);
        }

        return (new Path)->and(...$paths);
    }

    /**
     * @param  float  $room  ems
     * @return list<string>
     */
    private static function broken(string $text, float $room): array
    {
        [$lines, $line] = [[], ''];
        foreach (explode(' ', $text) as $word) {
            $longer = $line === '' ? $word : "$line $word";
            if ($line !== '' && Typeface::line($longer, 1.0, 'text')[1] > $room) {
                $lines[] = $line;
                $longer = $word;
            }
            $line = $longer;
        }

        return [...$lines, $line];
    }
}
