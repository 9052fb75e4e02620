<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Reads one family of linear symbols from the widths of bars and spaces along a line. */
interface BarDecoder
{
    /**
     * @param  list<int>  $runs  widths in pixels, bars and spaces in turn
     * @param  int  $at  a bar with a space before it
     * @return BarText|false|null null where no symbol of the family begins; false where one seems to, but does not go on
     */
    public function decode(array $runs, int $at): BarText|false|null;
}
