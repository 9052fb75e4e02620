<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Mark;
use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Dark modules to fields: which tile each gets, by its kind, its shape and its neighbours, and none under a mark that clears. */
final readonly class ModuleFieldBuilder
{
    /** @param  list<string>  $kinds  what each module belongs to, a letter each */
    public function __construct(
        private ModuleMatrix $matrix,
        private ModuleShape $shape,
        private ?Mark $mark,
        private array $kinds,
    ) {
    }

    /** @param  array<string, ?string>  $drawn  for each kind: 'm' in the modules' shape, 's' as a square, null not at all */
    public function of(array $drawn, Paint $paint): ModuleField
    {
        $shape = $this->shape;
        $known = array_filter($drawn);
        $blank = implode('', array_diff(array_unique(str_split(implode('', $this->kinds))), array_keys($known)));
        $rows = [];
        foreach ($this->kinds as $y => $kind) {
            // '0' light or left out, otherwise the kind's way of drawing.
            $row = strtr($kind, array_map(strval(...), $known) + ($blank === '' ? [] : array_fill_keys(str_split($blank), '0')));
            $row &= strtr($this->matrix->rows[$y], '01', "\0\xFF");
            $rows[] = strtr($row, "\0", '0');
        }
        $rows = $this->cleared($rows);
        if ($shape === ModuleShape::Square) {
            return new ModuleField(array_map(static fn (string $row): string => strtr($row, 'ms', '11'), $rows), [], $paint);
        }
        if (! $shape->joins()) {
            return new ModuleField(array_map(static fn (string $row): string => strtr($row, 'ms', 'm1'), $rows), ['m' => Shapes::module($shape, 0)], $paint);
        }

        return $this->joined($rows, $paint);
    }

    /**
     * Modules whose outline depends on their neighbours.
     *
     * @param  list<string>  $rows
     */
    private function joined(array $rows, Paint $paint): ModuleField
    {
        $shape = $this->shape;
        $side = count($rows);
        $tiles = [];
        $joined = [];
        $edge = '0'.str_repeat('0', $side).'0';
        $around = [$edge, ...array_map(static fn (string $row): string => "0{$row}0", $rows), $edge];
        for ($y = 0; $y < $side; $y++) {
            $line = '';
            [$above, $here, $below] = [$around[$y], $around[$y + 1], $around[$y + 2]];
            for ($x = 1; $x <= $side; $x++) {
                $isDark = $here[$x] !== '0';
                if (! $isDark && $shape !== ModuleShape::Poured) {
                    $line .= ModuleField::BLANK;

                    continue;
                }
                if ($here[$x] === 's') {
                    $line .= ModuleField::SQUARE;

                    continue;
                }
                $neighbours = ($above[$x] !== '0' ? Shapes::NORTH : 0) | ($here[$x + 1] !== '0' ? Shapes::EAST : 0) | ($below[$x] !== '0' ? Shapes::SOUTH : 0) | ($here[$x - 1] !== '0' ? Shapes::WEST : 0)
                    | ($above[$x + 1] !== '0' ? Shapes::NORTH_EAST : 0) | ($below[$x + 1] !== '0' ? Shapes::SOUTH_EAST : 0) | ($below[$x - 1] !== '0' ? Shapes::SOUTH_WEST : 0) | ($above[$x - 1] !== '0' ? Shapes::NORTH_WEST : 0);
                $variant = Shapes::variant($shape, $isDark, $neighbours);
                if (! $isDark && $variant === 0) {
                    $line .= ModuleField::BLANK;

                    continue;
                }
                // Letters from 'A' on; light modules with filled corners after the dark ones.
                $character = chr(65 + $variant + ($isDark ? 0 : 16));
                $tiles[$character] ??= $isDark ? Shapes::module($shape, $variant) : Shapes::fillets($variant);
                $line .= $character;
            }
            $joined[] = $line;
        }

        return new ModuleField($joined, $tiles, $paint);
    }

    /**
     * @param  list<string>  $rows
     * @return list<string>
     */
    private function cleared(array $rows): array
    {
        $mark = $this->mark;
        if ($mark === null || ! $mark->clears) {
            return $rows;
        }
        $side = count($rows);
        $from = max(0, (int) floor(($side - $mark->size) / 2));
        $to = min($side - 1, $side - 1 - $from);
        foreach ($rows as $y => $row) {
            for ($x = $from; $y >= $from && $y <= $to && $x <= $to; $x++) {
                if ($mark->touches($x, $y, $side)) {
                    $row[$x] = '0';
                }
            }
            $rows[$y] = $row;
        }

        return $rows;
    }
}
