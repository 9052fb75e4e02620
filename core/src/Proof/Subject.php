<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\QrSymbol;

/** What the ledger looks at: all that went into a picture, the picture itself, and what it is for. */
final readonly class Subject
{
    /** Arm's length of somebody who holds a phone to a label, in millimetres. */
    public const DISTANCE = 250.0;

    /** Share of each block's correction that a mark leaves free for dirt, glare and wear. */
    public const RESERVE = 0.5;

    /** Pixels of a picture that is still read back. */
    public const MAX_PIXELS = 12_000_000;

    public ?LuminancePlane $plane;

    /** Why there is no plane. */
    public ?string $unseen;

    /**
     * @param  ?string  $picture  the finished picture as PNG; null when it has more pixels than are read back
     * @param  float  $distanceMm  from which it shall be read
     * @param  float  $reserve  share of each block's correction that a mark must leave free, 0 to 0.9
     */
    public function __construct(
        public Payload $payload,
        public QrSymbol $symbol,
        public EncodeOptions $encoding,
        public Finish $finish,
        public Layout $layout,
        ?string $picture,
        public Printing $printing = Printing::Screen,
        public float $distanceMm = self::DISTANCE,
        public float $reserve = self::RESERVE,
    ) {
        if ($picture === null) {
            [$this->plane, $this->unseen] = [null, 'The picture has more pixels than are read back here. Look at it at a smaller size as well.'];

            return;
        }
        try {
            // Transparent pictures are seen on the paper they are meant for.
            [$this->plane, $this->unseen] = [(new PictureDecoder(paper: $finish->inks->light))->decode($picture), null];
        } catch (InvalidPicture $e) {
            [$this->plane, $this->unseen] = [null, $e->getMessage()];
        }
    }
}
