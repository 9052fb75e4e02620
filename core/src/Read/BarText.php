<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Text of a stretch of bars. */
final readonly class BarText
{
    /**
     * @param  int  $runs  bars and spaces it takes
     * @param  int  $modules  its width in modules
     */
    public function __construct(
        public string $symbology,
        public string $text,
        public int $runs,
        public int $modules,
        public bool $gs1 = false,
    ) {
    }
}
