<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Finish\CaptionLayout;
use KeenGlyph\Core\Finish\CentreShape;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\IconArt;
use KeenGlyph\Core\Finish\MarkPlate;
use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Finish\RingShape;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Proof\Camera;
use KeenGlyph\Core\Proof\Printing;
use KeenGlyph\Core\Render\ModuleField;
use KeenGlyph\Core\Render\Path;
use KeenGlyph\Core\Render\PathData;
use KeenGlyph\Core\Render\Shapes;

/** Everything that can be chosen for a finish, with a drawing of each shape and what it costs. */
final class FinishCatalogue
{
    /** A few modules whose neighbours show how a shape joins. */
    private const SAMPLE = ['1101', '0111', '1100', '0101'];

    /** @return array<string, array<array-key, array<string, mixed>>> */
    public static function of(): array
    {
        return [
            'shapes' => array_map(static fn (ModuleShape $shape): array => [
                'value' => $shape->value, 'label' => $shape->label(), 'note' => $shape->note(),
                'drawback' => Shapes::ink($shape) < 0.75 ? sprintf('inks %d %% of a module, which blur thins further', (int) round(100 * Shapes::ink($shape))) : null,
                'path' => self::sample($shape), 'box' => count(self::SAMPLE),
            ], ModuleShape::cases()),
            'rings' => array_map(static fn (RingShape $ring): array => [
                'value' => $ring->value, 'label' => $ring->label(), 'note' => $ring->note(), 'drawback' => $ring->drawback(),
                'path' => PathData::write(Shapes::ring($ring, 0, 0, 7)), 'box' => 7,
            ], RingShape::cases()),
            'centres' => array_map(static fn (CentreShape $centre): array => [
                'value' => $centre->value, 'label' => $centre->label(), 'note' => $centre->note(), 'drawback' => $centre->drawback(),
                'path' => PathData::write(Shapes::centre($centre, 1, 1, 3)), 'box' => 5,
            ], CentreShape::cases()),
            'icons' => array_map(static fn (string $name, string $path): array => ['value' => $name, 'label' => ucfirst($name), 'note' => '', 'drawback' => null, 'path' => $path, 'box' => 24], array_keys(IconArt::ICONS), IconArt::ICONS),
            'plates' => self::plain(MarkPlate::cases()),
            'layouts' => self::plain(CaptionLayout::cases()),
            'printings' => array_map(static fn (Printing $printing): array => ['value' => $printing->value, 'label' => $printing->label(), 'narrowest_mm' => $printing->narrowest(), 'dpi' => $printing->dpi()], Printing::cases()),
            'cameras' => array_map(static function (Camera $camera): array {
                $device = $camera->device();

                return ['value' => $camera->value, 'label' => $camera->label(), 'pixels' => $device->pixels, 'angle' => $device->angle, 'pixels_a_module' => $device->pixelsPerModule, 'focus_mm' => $device->nearestMm, 'red_light' => $camera->isRed()];
            }, Camera::cases()),
            'limits' => self::limits(FinishFile::schema(), ''),
            'formats' => array_map(static fn (PictureFormat $format): array => ['value' => $format->value, 'label' => strtoupper($format->value), 'note' => $format->note(), 'size_kept' => $format->sizeKept()], PictureFormat::cases()),
        ];
    }

    /**
     * Least and most of every number of a finish, and of the characters of every text.
     *
     * @param  array<array-key, mixed>  $schema  of an object
     * @return array<string, array{min: int|float, max: int|float}> by the place in the finish, such as `mark.size`
     */
    private static function limits(array $schema, string $path): array
    {
        $limits = [];
        foreach (is_array($schema['properties'] ?? null) ? $schema['properties'] : [] as $name => $property) {
            if (! is_array($property)) {
                continue;
            }
            [$least, $most] = [$property['minimum'] ?? $property['minLength'] ?? 0, $property['maximum'] ?? $property['maxLength'] ?? null];
            if (is_numeric($least) && is_numeric($most)) {
                $limits[$path.$name] = ['min' => $least + 0, 'max' => $most + 0];
            }
            $limits += self::limits($property, "$path$name.");
        }

        return $limits;
    }

    private static function sample(ModuleShape $shape): string
    {
        $rows = self::SAMPLE;
        $dark = static fn (int $x, int $y): bool => ($rows[$y][$x] ?? '0') === '1' && $x >= 0 && $y >= 0;
        $path = new Path;
        foreach ($rows as $y => $row) {
            foreach (str_split($row) as $x => $module) {
                $around = [[0, -1, Shapes::NORTH], [1, 0, Shapes::EAST], [0, 1, Shapes::SOUTH], [-1, 0, Shapes::WEST], [1, -1, Shapes::NORTH_EAST], [1, 1, Shapes::SOUTH_EAST], [-1, 1, Shapes::SOUTH_WEST], [-1, -1, Shapes::NORTH_WEST]];
                $neighbours = array_sum(array_map(static fn (array $side): int => $dark($x + $side[0], $y + $side[1]) ? $side[2] : 0, $around));
                $isDark = $module === ModuleField::SQUARE;
                $variant = Shapes::variant($shape, $isDark, $neighbours);
                if ($isDark) {
                    $path = $path->and(Shapes::module($shape, $variant)->placed(1, 1, $x, $y));
                } elseif ($shape === ModuleShape::Poured) {
                    $path = $path->and(Shapes::fillets($variant)->placed(1, 1, $x, $y));
                }
            }
        }

        return PathData::write($path);
    }

    /**
     * @param  list<\BackedEnum>  $cases
     * @return list<array{value: int|string, label: string}>
     */
    private static function plain(array $cases): array
    {
        return array_map(static fn (\BackedEnum $case): array => ['value' => $case->value, 'label' => ucfirst((string) $case->value)], $cases);
    }
}
