<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\ModuleMatrix;

/** The pixel under each module's centre. */
final class CentreSampler implements Sampler
{
    public function sample(BitPlane $plane, SymbolFrame $frame): ModuleMatrix
    {
        [$a, $b, $c, $d, $e, $f, $g, $h] = $frame->transform->coefficients();
        $n = $frame->modules;
        $bits = $plane->bits;
        $width = $plane->width;
        $height = $plane->height;
        $rows = [];
        for ($row = 0; $row < $n; $row++) {
            $v = $row + 0.5;
            $line = '';
            for ($column = 0; $column < $n; $column++) {
                $u = $column + 0.5;
                $w = $g * $u + $h * $v + 1;
                $x = (int) floor(($a * $u + $b * $v + $c) / $w);
                $y = (int) floor(($d * $u + $e * $v + $f) / $w);
                $line .= $x >= 0 && $y >= 0 && $x < $width && $y < $height && $bits[$y * $width + $x] === "\1" ? '1' : '0';
            }
            $rows[] = $line;
        }

        return new ModuleMatrix($rows);
    }
}
