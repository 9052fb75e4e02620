<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Composition\BarDrawing;
use KeenGlyph\Core\Report\LinearFacts;

/** Bars as the API states them. */
final class BarsResource
{
    /** @return array<string, mixed> */
    public static function of(BarDrawing $drawing, bool $asPng): array
    {
        return [
            'bars' => LinearFacts::of($drawing->symbol),
            'picture' => [
                'format' => $asPng ? 'png' : 'svg',
                'width_px' => $drawing->layout->sidePx,
                'height_px' => $drawing->layout->heightPx,
                'module_px' => $drawing->layout->modulePx,
                'note' => $drawing->layout->note,
                'svg' => $asPng ? null : $drawing->svg(),
                'data_uri' => $asPng ? 'data:image/png;base64,'.base64_encode($drawing->png()) : null,
            ],
        ];
    }
}
