<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Grade\GradeParameter;
use KeenGlyph\Core\Grade\MatrixGrader;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\Reading;

/** How much was left over when a device's picture of a print was read: each figure beside what it should be. */
final class FieldFigures
{
    /** Share of what is needed by which a figure has to be better to hold. */
    private const SPARE = 1.15;

    /** Certainty below which a module is doubtful, as in the pictures of the bench. */
    private const DOUBTFUL = 0.18;

    /**
     * Contrast at grade C (ISO/IEC 15415:2011 table 2), three pixels a module, one module in twenty doubtful, and half of the
     * error correction unused.
     */
    private const NEEDS = ['contrast' => 0.4, 'module' => 3.0, 'doubtful' => 0.05, 'unused' => 0.5];

    /**
     * @param  LuminancePlane  $picture  in which it was read
     * @return list<array{id: string, label: string, figure: string, need: string, ratio: float, verdict: string}> ratio is 1 where the figure is just as needed, more where it is better
     */
    public static function of(Reading $reading, LuminancePlane $picture): array
    {
        $grid = $reading->grid();
        $modules = count($grid->certainties);
        $doubtful = count(array_filter($grid->certainties, static fn (float $certainty): bool => $certainty < self::DOUBTFUL));
        $figures = [
            self::figure('contrast', 'Contrast', sprintf('%.0f %%', 100 * self::contrast($grid->reflectances)), '≥ 40 %', self::contrast($grid->reflectances) / self::NEEDS['contrast']),
            self::figure('module', 'Module', sprintf('%.1f px', $reading->frame->modulePx), '≥ 3 px', $reading->frame->modulePx / self::NEEDS['module']),
            self::figure('doubtful', 'Doubtful modules', sprintf('%.1f %%', 100 * $doubtful / $modules), '≤ 5 %', self::NEEDS['doubtful'] / max($doubtful / $modules, 0.001)),
        ];
        $unused = self::unused($reading, $picture);

        return $unused === null ? $figures : [...$figures, self::figure('unused', 'Correction left', sprintf('%.0f %%', 100 * $unused), '≥ 50 %', $unused / self::NEEDS['unused'])];
    }

    /** @param  list<float>  $reflectances */
    private static function contrast(array $reflectances): float
    {
        sort($reflectances);
        $tenth = intdiv(count($reflectances), 10);

        // The ends are single modules: glare, dust.
        return $reflectances[count($reflectances) - 1 - $tenth] - $reflectances[$tenth];
    }

    /** Share of the error correction that the reading left unused; null for Micro QR Code, which is not graded. */
    private static function unused(Reading $reading, LuminancePlane $picture): ?float
    {
        $found = array_values(array_filter(MatrixGrader::grade($reading, $picture)->parameters ?? [], static fn (GradeParameter $one): bool => $one->id === 'unused_correction'));

        return ($found[0] ?? null)?->value;
    }

    /** @return array{id: string, label: string, figure: string, need: string, ratio: float, verdict: string} */
    private static function figure(string $id, string $label, string $figure, string $need, float $ratio): array
    {
        return ['id' => $id, 'label' => $label, 'figure' => $figure, 'need' => $need, 'ratio' => round(min($ratio, 99.0), 3), 'verdict' => $ratio >= self::SPARE ? 'holds' : ($ratio >= 1.0 ? 'marginal' : 'fails')];
    }
}
