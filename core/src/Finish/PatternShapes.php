<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** The outlines of modules, of the rings of finder and alignment patterns, and of their centres. */
final readonly class PatternShapes
{
    public function __construct(
        public ModuleShape $module = ModuleShape::Square,
        public RingShape $ring = RingShape::Square,
        public CentreShape $centre = CentreShape::Square,
    ) {
    }
}
