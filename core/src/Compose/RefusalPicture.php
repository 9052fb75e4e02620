<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Compose;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Render\Paint;
use KeenGlyph\Core\Render\Path;
use KeenGlyph\Core\Render\Piece;
use KeenGlyph\Core\Render\Scene;
use KeenGlyph\Core\Render\Typeface;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** A picture that says in words why there is no code, in the size of the code that was asked for. */
final class RefusalPicture
{
    /** Modules of the grid that it is laid out on, without the blank around it: as many as the smallest symbol has. */
    private const MODULES = 21;

    private const QUIET = 2;

    private const INK = '#14201C';

    private const FAIL = '#AD2A08';

    private const GROUND = '#FFFFFF';

    /** Sizes of the words that are tried, in modules, largest first. */
    private const SIZES = [1.9, 1.6, 1.35, 1.1, 0.9, 0.75];

    /** Room above the words, for the crossed module. */
    private const TOP = 4.5;

    private const LEADING = 1.3;

    /**
     * @param  string  $title  a few words, such as `No code`
     * @param  string  $reason  a sentence; letters that the shipped face lacks become question marks
     * @param  ?Size  $size  the side that was asked for; eight pixels a module when null or not to be had
     */
    public static function draw(string $title, string $reason, PictureFormat $format, ?Size $size = null): string
    {
        $finish = Finish::coloured(Colour::fromHex(self::INK), Colour::fromHex(self::GROUND, 'light'), self::QUIET);
        $layout = self::layout($finish, $size);
        $side = (float) self::MODULES;
        [$fail, $ink] = [Paint::of(Colour::fromHex(self::FAIL)), Paint::of($finish->inks->dark)];
        $edge = -self::QUIET - ($layout->before / $layout->modulePx - self::QUIET);
        $parts = [
            new Piece(Path::box($edge, $edge, $layout->sidePx / $layout->modulePx, $layout->heightPx / $layout->modulePx), Paint::of($finish->inks->light)),
            new Piece((new Path)->and(...self::border($side)), $fail),
            new Piece(self::crossed($side / 2 - 1.1, 1.4, 2.2), $fail),
        ];
        foreach (self::words(self::plain($title), self::plain($reason), $side) as [$path, $isTitle]) {
            $parts[] = new Piece($path, $isTitle ? $fail : $ink);
        }

        return $format->draw(new Scene($layout, $parts, $finish->inks->light, "$title. $reason"), new ModuleMatrix(array_fill(0, self::MODULES, str_repeat('0', self::MODULES))), $finish);
    }

    private static function layout(Finish $finish, ?Size $size): Layout
    {
        if ($size !== null) {
            try {
                return Layout::of(self::MODULES, $finish, $size);
            } catch (InvalidFinish) {
                // What was asked for has no room for a word: a size that has says so.
            }
        }

        return Layout::of(self::MODULES, $finish, Size::ofModule(CompositionOptions::MODULE_PX));
    }

    /**
     * Dashes around the ground, so that it is not taken for a symbol.
     *
     * @return list<Path>
     */
    private static function border(float $side): array
    {
        $dashes = [];
        for ($at = 0.0; $at < $side; $at += 1.5) {
            $long = min(1.0, $side - $at);
            array_push($dashes, Path::box($at, 0, $long, 0.25), Path::box($at, $side - 0.25, $long, 0.25), Path::box(0, $at, 0.25, $long), Path::box($side - 0.25, $at, 0.25, $long));
        }

        return $dashes;
    }

    /** A square with a cross in it: the mark of a check that fails. */
    private static function crossed(float $x, float $y, float $side): Path
    {
        $thick = $side / 7;
        $cross = static fn (float $x1, float $x2): Path => Path::polygon([
            [$x1 - $thick / 2, $y + 1.6 * $thick], [$x1 + $thick / 2, $y + 1.6 * $thick], [$x2 + $thick / 2, $y + $side - 1.6 * $thick], [$x2 - $thick / 2, $y + $side - 1.6 * $thick],
        ]);

        return Path::box($x, $y, $side, $thick)->and(
            Path::box($x, $y + $side - $thick, $side, $thick), Path::box($x, $y + $thick, $thick, $side - 2 * $thick), Path::box($x + $side - $thick, $y + $thick, $thick, $side - 2 * $thick),
            $cross($x + 2 * $thick, $x + $side - 2 * $thick), $cross($x + $side - 2 * $thick, $x + 2 * $thick),
        );
    }

    /**
     * The largest size at which all of it has room; at the smallest what has none is left out.
     *
     * @return list<array{Path, bool}> lines in place, and whether they are the title's
     */
    private static function words(string $title, string $reason, float $side): array
    {
        $room = $side - 2.5;
        $lines = [];
        foreach (self::SIZES as $em) {
            $lines = [...array_map(static fn (string $line): array => [$line, true], self::wrapped($title, $room / $em)), ...array_map(static fn (string $line): array => [$line, false], self::wrapped($reason, $room / $em))];
            if (self::TOP + count($lines) * $em * self::LEADING <= $side - 1.0) {
                break;
            }
        }
        $placed = [];
        $y = self::TOP;
        foreach ($lines as [$line, $isTitle]) {
            [$path, $width] = Typeface::line($line, 1.0, 'text');
            $scale = min($em, $room / max(0.01, $width));
            $y += $em * self::LEADING;
            if ($y > $side - 0.6) {
                break;
            }
            $placed[] = [$path->placed($scale, $scale, ($side - $width * $scale) / 2, $y), $isTitle];
        }

        return $placed;
    }

    /**
     * @param  float  $room  in ems
     * @return list<string>
     */
    private static function wrapped(string $text, float $room): array
    {
        $lines = [];
        $line = '';
        foreach (explode(' ', $text) as $word) {
            $longer = $line === '' ? $word : "$line $word";
            if ($line !== '' && Typeface::line($longer, 1.0, 'text')[1] > $room) {
                $lines[] = $line;
                $longer = $word;
            }
            $line = $longer;
        }

        return $line === '' ? $lines : [...$lines, $line];
    }

    /** Letters that the face has for certain. */
    private static function plain(string $text): string
    {
        $text = strtr(mb_scrub($text, 'UTF-8'), ['“' => '"', '”' => '"', '’' => "'", '…' => '...', '–' => '-']);

        return trim((string) preg_replace(['/[^\x20-\x7EÀ-ÿ]/u', '/ {2,}/'], ['?', ' '], mb_substr($text, 0, 300)));
    }
}
