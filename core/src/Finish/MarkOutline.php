<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** One filled outline of a mark. */
final readonly class MarkOutline
{
    /**
     * @param  string  $path  path data in absolute M, L, C and Z
     * @param  bool  $isEvenOdd  whether the even-odd rule fills it, else the nonzero rule
     */
    public function __construct(
        public string $path,
        public Colour $ink,
        public bool $isEvenOdd,
    ) {
    }
}
