<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Degrade\Decoder;
use KeenGlyph\Core\Proof\Sample;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Render\PngFile;

/** A simulated picture and what the readers made of it, for people to look at. */
final class SampleFacts
{
    /** Certainty below which a module is doubtful: about half is clear. */
    private const DOUBTFUL = 0.18;

    /** Doubtful modules that are listed. */
    private const MOST = 400;

    /** @return array<string, mixed> */
    public static function of(Sample $sample): array
    {
        $photograph = $sample->photograph;
        $picture = $photograph->picture;
        $made = $sample->thorough();
        $isRead = $made instanceof Reading;

        return [
            'picture' => 'data:image/png;base64,'.base64_encode(PngFile::grey($picture->width, $picture->height, $picture->pixels)),
            'width' => $picture->width,
            'height' => $picture->height,
            'corners' => array_map(static fn (Point $p): array => [round($p->x, 1), round($p->y, 1)], $photograph->corners),
            'module_px' => round($photograph->modulePx, 2),
            'exposure_ms' => round($photograph->exposureMs, 2),
            'blur_px' => round($photograph->blurPx, 2),
            'smear_px' => round($photograph->smearPx, 2),
            'whole' => $photograph->isWhole,
            'read' => ['thorough' => $sample->reads(Decoder::Thorough), 'plain' => $sample->reads(Decoder::Plain)],
            'failure' => $isRead ? null : ['stage' => $made->stage->value, 'hint' => $made->hint()],
            'seen' => $isRead ? self::seen($made) : null,
        ];
    }

    /** @return array<string, mixed> */
    private static function seen(Reading $reading): array
    {
        $grid = $reading->grid();
        $doubtful = [];
        foreach ($grid->certainties as $i => $certainty) {
            if ($certainty < self::DOUBTFUL && count($doubtful) < self::MOST) {
                $at = $reading->geometry->at($i % $grid->modules + 0.5, intdiv($i, $grid->modules) + 0.5);
                $doubtful[] = [round($at->x, 1), round($at->y, 1)];
            }
        }

        return [
            'corners' => array_map(static fn (Point $p): array => [round($p->x, 1), round($p->y, 1)], $reading->frame->corners),
            'codewords' => $reading->symbol->codewords, 'corrected' => $reading->symbol->corrected, 'erased' => $reading->symbol->erased, 'fit' => round($reading->fit, 3), 'doubtful' => $doubtful,
        ];
    }
}
