<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Support\FileName;
use KeenGlyph\Core\Compose\BarsComposition;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Report\LinearFacts;

/** Bars as the API states them. */
final class BarsResource
{
    /**
     * @param  bool  $asDataUri  a data URI instead of markup; formats that are no text are always one
     * @return array<string, mixed>
     */
    public static function of(BarsComposition $composition, PictureFormat $format, bool $asDataUri): array
    {
        $picture = $composition->picture($format);
        $isMarkup = $format->isText() && ! $asDataUri;
        [$layout, $file] = [$composition->layout(), $composition->layoutFor($format)];

        return [
            'bars' => LinearFacts::of($composition->symbol),
            'picture' => [
                'format' => $format->value,
                'media_type' => $format->mediaType(),
                'file_name' => FileName::ofBars($composition, $format),
                'width_px' => $layout->sidePx,
                'height_px' => $layout->heightPx,
                'module_px' => $layout->modulePx,
                'width_mm' => round($file->sideMm(), 3),
                'height_mm' => round($file->heightMm(), 3),
                'note' => $file->note,
                'svg' => $format === PictureFormat::Svg && $isMarkup ? $picture : null,
                'text' => $format !== PictureFormat::Svg && $isMarkup ? $picture : null,
                'data_uri' => $isMarkup ? null : "data:{$format->mediaType()};base64,".base64_encode($picture),
            ],
        ];
    }
}
