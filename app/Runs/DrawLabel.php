<?php

declare(strict_types=1);

namespace App\Runs;

use App\Models\Workspace;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Render\SvgRenderer;
use KeenGlyph\Core\Run\CalibrationPage;
use KeenGlyph\Core\Run\CutSheet;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\LabelSheet;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\RowDrawer;

/** One label, and the paper that it comes on, for whoever lays them out. */
final class DrawLabel
{
    /**
     * @param  array<string, string>  $row
     * @return array{svg: ?string, problem: ?string, text: ?string, symbol: ?string, width: ?float, height: ?float}
     */
    public function label(Recipe $recipe, array $row, Workspace $workspace): array
    {
        try {
            $label = (new RowDrawer($recipe, $workspace->payloadContext()))->drawing($row, 1, PictureFormat::Svg);
        } catch (InvalidRun $e) {
            return ['svg' => null, 'problem' => $e->getMessage(), 'text' => null, 'symbol' => null, 'width' => null, 'height' => null];
        }

        return [
            'svg' => SvgRenderer::render($label->scene, true), 'problem' => null, 'text' => mb_scrub($label->text, 'UTF-8'), 'symbol' => $label->designation,
            'width' => round($label->scene->layout->sideMm(), 2), 'height' => round($label->scene->layout->heightMm(), 2),
        ];
    }

    /**
     * A sheet with its calibration page and the drawing of its cuts.
     *
     * @param  float  $corner  radius of the cut corners, in millimetres
     * @return array<string, mixed>
     */
    public function sheet(LabelSheet $sheet, float $corner): array
    {
        try {
            [$crosses, $page] = [array_merge(...CalibrationPage::crosses($sheet)), base64_encode(CalibrationPage::pdf($sheet))];
        } catch (InvalidRun) {
            // Too small to be measured; it can be printed on all the same.
            [$crosses, $page] = [null, null];
        }

        return ['sheet' => $sheet->toArray(), 'labels' => $sheet->perPage(), 'crosses' => $crosses, 'page' => $page, 'cuts' => CutSheet::hasRoom($sheet) ? CutSheet::svg($sheet, $corner) : null];
    }
}
