<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** What lies around the quiet zone. Lengths are in modules. */
final readonly class Frame
{
    public const MAX_PADDING = 40;

    public const MAX_CORNER = 40;

    public const MAX_BORDER = 8;

    /**
     * @param  float  $padding  ground outside the quiet zone, 0 to 40
     * @param  float  $corner  radius of the ground's corners, 0 to 40
     * @param  float  $border  width of the line around the ground, 0 to 8
     * @param  ?Colour  $ink  of the border; the modules' when null
     *
     * @throws InvalidFinish when a length is out of its range
     */
    public function __construct(
        public float $padding = 0.0,
        public float $corner = 0.0,
        public float $border = 0.0,
        public ?Colour $ink = null,
    ) {
        self::demand('padding', $padding, self::MAX_PADDING);
        self::demand('corner', $corner, self::MAX_CORNER);
        self::demand('border', $border, self::MAX_BORDER);
    }

    private static function demand(string $field, float $value, int $most): void
    {
        if ($value < 0.0 || $value > $most) {
            throw new InvalidFinish($field, sprintf('The %s is 0 to %d modules.', $field, $most));
        }
    }
}
