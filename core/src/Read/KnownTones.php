<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\Version;

use function array_fill;
use function intdiv;

/** What the modules of a version are before anything is read: those of its function patterns and of the quiet zone around. */
final class KnownTones
{
    /** @var array<int, self> */
    private static array $made = [];

    /**
     * @param  int  $wide  modules a row of the field: a side and a margin of `BlurModel::REACH` on both ends
     * @param  array<int, int>  $field  1 light, -1 dark, 0 not known; row by row, with the margin
     * @param  list<int>  $places  of the symbol's modules in the field, row by row
     * @param  list<array{int, int}>  $inner  columns and rows of the modules whose neighbours within `BlurModel::LEARNED` are all known
     */
    private function __construct(
        public readonly int $wide,
        public readonly array $field,
        public readonly array $places,
        public readonly array $inner,
    ) {
    }

    /** Made once in a process for each version (ISO/IEC 18004:2015 clause 6.3). */
    public static function of(Version $version): self
    {
        return self::$made[$version->number] ??= self::make($version);
    }

    private static function make(Version $version): self
    {
        $n = $version->modules();
        $margin = BlurModel::REACH;
        $wide = $n + 2 * $margin;
        $template = SymbolTemplate::of($version);
        $informed = [];
        foreach ($template->formatPlaces[0] as [$one, $other]) {
            $informed[$one] = $informed[$other] = true;
        }
        // The quiet zone is light.
        $field = array_fill(0, $wide ** 2, 1);
        $places = [];
        for ($row = 0; $row < $n; $row++) {
            for ($column = 0; $column < $n; $column++) {
                $places[] = $at = ($row + $margin) * $wide + $column + $margin;
                $offset = $row * ($n + 1) + $column;
                $field[$at] = $template->data[$offset] === "\1" || isset($informed[$offset]) ? 0 : ($template->plane[$offset] === "\1" ? -1 : 1);
            }
        }
        $inner = [];
        foreach ($places as $i => $at) {
            if (self::isInner($field, $at, $wide)) {
                $inner[] = [$i % $n, intdiv($i, $n)];
            }
        }

        return new self($wide, $field, $places, $inner);
    }

    /** @param  array<int, int>  $field */
    private static function isInner(array $field, int $at, int $wide): bool
    {
        for ($row = -BlurModel::LEARNED; $row <= BlurModel::LEARNED; $row++) {
            for ($column = -BlurModel::LEARNED; $column <= BlurModel::LEARNED; $column++) {
                if ($field[$at + $row * $wide + $column] === 0) {
                    return false;
                }
            }
        }

        return true;
    }
}
