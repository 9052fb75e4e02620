<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\CaptionLayout;
use KeenGlyph\Core\Finish\CentreShape;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\IconArt;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Mark;
use KeenGlyph\Core\Finish\MarkPlate;
use KeenGlyph\Core\Finish\OutlineArt;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Finish\PixelArt;
use KeenGlyph\Core\Finish\RetailBarcode;
use KeenGlyph\Core\Finish\RingShape;
use KeenGlyph\Core\Finish\TextArt;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\Version;

/** Symbol, finish and layout to a scene. */
final class SceneBuilder
{
    /** Size of the em in a line, and the baseline in it, as shares of the line's height. */
    private const EM = 0.92;

    private const BASELINE = 0.76;

    /** Height of capitals in ems. */
    private const CAPITALS = 0.7;

    /** @var list<Piece|ModuleField|Picture> */
    private array $parts = [];

    private function __construct(
        private readonly ModuleMatrix $matrix,
        private readonly Finish $finish,
        private readonly Layout $layout,
    ) {
    }

    /** @throws \KeenGlyph\Core\Finish\InvalidFinish when the shipped face lacks a letter */
    public static function of(QrSymbol $symbol, Finish $finish, Layout $layout, string $title, ?Overlay $overlay = null, string $description = ''): Scene
    {
        $builder = new self($symbol->matrix, $finish, $layout);
        $builder->ground();
        $builder->modules($symbol->version instanceof Version ? $symbol->version : null);
        $builder->overlay($overlay);
        if ($finish->mark !== null) {
            $builder->mark($finish->mark);
        }
        $builder->bars();
        $builder->caption();

        return new Scene($layout, $builder->parts, $finish->inks->light, $title, $description);
    }

    /** A grid of squares in the two colours alone, as linear symbols are. */
    public static function ofGrid(ModuleMatrix $matrix, Finish $finish, Layout $layout, string $title = '', ?Overlay $overlay = null): Scene
    {
        $builder = new self($matrix, $finish, $layout);
        $builder->ground();
        $builder->parts[] = new ModuleField($matrix->rows, [], Paint::of($finish->inks->dark));
        $builder->overlay($overlay);

        return new Scene($layout, $builder->parts, $finish->inks->light, $title);
    }

    private function ground(): void
    {
        $finish = $this->finish;
        [$left, $top, $width, $height] = [$this->x(0), $this->y(0), $this->layout->sidePx / $this->layout->modulePx, $this->layout->heightPx / $this->layout->modulePx];
        $plain = fn (float $inset): Path => self::softened($left + $inset, $top + $inset, $width - 2 * $inset, $height - 2 * $inset, max(0.0, $finish->frame->corner - $inset));
        if (! $finish->inks->transparent) {
            $this->parts[] = new Piece($plain(0.0), Paint::of($finish->inks->light));
        }
        if ($finish->caption?->layout === CaptionLayout::Plate) {
            $inset = round($this->layout->edge * $this->layout->modulePx) / $this->layout->modulePx;
            $foot = $this->y((int) $this->layout->captionTop) - 0.35 * $finish->caption->size;
            $window = self::softened($left + $inset, $top + $inset, $width - 2 * $inset, $foot - $top - $inset, max(0.0, $finish->frame->corner - $inset));
            $this->parts[] = new Piece($plain($finish->frame->padding + $finish->frame->border)->and($window->reversed()), Paint::of($finish->inks->main()));
        }
        if ($finish->frame->border > 0.0) {
            $this->parts[] = new Piece($plain(0.0)->and($plain($finish->frame->border)->reversed()), Paint::of($finish->frame->ink ?? $finish->inks->main()));
        }
    }

    private static function softened(float $x, float $y, float $width, float $height, float $corner): Path
    {
        $radius = min($corner, $width / 2, $height / 2);

        return $radius > 0.0 ? Path::rounded($x, $y, $width, $height, [$radius, $radius, $radius, $radius]) : Path::box($x, $y, $width, $height);
    }

    private function modules(?Version $version): void
    {
        $finish = $this->finish;
        $side = $this->matrix->size();
        $ink = $finish->inks->gradient === null ? Paint::of($finish->inks->dark) : Paint::gradient($finish->inks->gradient, $side);
        $ringPaint = $finish->inks->ring === null ? $ink : Paint::of($finish->inks->ring);
        $centrePaint = $finish->inks->centre === null ? $ink : Paint::of($finish->inks->centre);
        $finders = $version === null ? [[0, 0]] : [[0, 0], [$side - 7, 0], [0, $side - 7]];
        $alignment = $version === null ? [] : SymbolTemplate::alignmentCentres($version);

        $kinds = array_fill(0, $side, str_repeat('m', $side));
        $stamp = static function (int $column, int $row, int $size, string $kind) use (&$kinds): void {
            for ($y = $row; $y < $row + $size; $y++) {
                $kinds[$y] = substr_replace($kinds[$y], str_repeat($kind, $size), $column, $size);
            }
        };
        if ($finish->shapes->module->isThin() && $version !== null) {
            // Whatever carries no codeword stays a whole square, so that timing and format information keep their edges.
            $data = SymbolTemplate::of($version)->data;
            $kinds = array_map(static fn (int $y): string => strtr(substr($data, $y * ($side + 1), $side), "\0\1", 'sm'), range(0, $side - 1));
        }
        foreach ($finders as [$x, $y]) {
            $stamp($x, $y, 7, 'r');
            $stamp($x + 2, $y + 2, 3, 'c');
        }
        foreach ($alignment as [$x, $y]) {
            $stamp($x - 2, $y - 2, 5, 'R');
            $stamp($x, $y, 1, 'C');
        }

        // Patterns whose shape is made of modules, or is square in the modules' own ink, join the field of modules.
        $own = ['m' => 'm', 's' => 's', 'r' => null, 'c' => null, 'R' => null, 'C' => null];
        $separate = ['r' => null, 'c' => null];
        foreach (['r' => [$finish->shapes->ring->value, $finish->inks->ring], 'c' => [$finish->shapes->centre->value, $finish->inks->centre]] as $kind => [$shape, $inkOfItsOwn]) {
            $as = match ($shape) {
                RingShape::Modules->value => 'm',
                RingShape::Square->value => 's',
                default => null,
            };
            $own[strtoupper($kind)] = $as;
            $own[$kind] = $inkOfItsOwn === null ? $as : null;
            $separate[$kind] = $inkOfItsOwn === null ? null : $as;
        }
        $fields = new ModuleFieldBuilder($this->matrix, $finish->shapes->module, $finish->mark, array_values($kinds));
        $this->parts[] = $fields->of($own, $ink);
        foreach ([['r', $ringPaint], ['c', $centrePaint]] as [$kind, $paint]) {
            if ($separate[$kind] !== null) {
                $this->parts[] = $fields->of([$kind => $separate[$kind]], $paint);
            }
        }
        $this->patterns($finders, $alignment, $ink, $ringPaint, $centrePaint);
    }

    /**
     * @param  list<array{int, int}>  $finders  corners
     * @param  list<array{int, int}>  $alignment  centres
     */
    private function patterns(array $finders, array $alignment, Paint $ink, Paint $ringPaint, Paint $centrePaint): void
    {
        $drawsRings = ! in_array($this->finish->shapes->ring, [RingShape::Square, RingShape::Modules], true);
        $drawsCentres = ! in_array($this->finish->shapes->centre, [CentreShape::Square, CentreShape::Modules], true);
        $rings = $centres = $aligned = [];
        foreach ($finders as [$x, $y]) {
            $rings[] = Shapes::ring($this->finish->shapes->ring, $x, $y, 7);
            $centres[] = Shapes::centre($this->finish->shapes->centre, $x + 2, $y + 2, 3);
        }
        foreach ($alignment as [$x, $y]) {
            if ($this->isCleared($x, $y)) {
                continue;
            }
            if ($drawsRings) {
                $aligned[] = Shapes::ring($this->finish->shapes->ring, $x - 2, $y - 2, 5);
            }
            if ($drawsCentres) {
                $aligned[] = Shapes::centre($this->finish->shapes->centre, $x, $y, 1);
            }
        }
        foreach ([[$drawsRings ? $rings : [], $ringPaint], [$drawsCentres ? $centres : [], $centrePaint], [$aligned, $ink]] as [$paths, $paint]) {
            if ($paths !== []) {
                $this->parts[] = new Piece((new Path)->and(...$paths), $paint);
            }
        }
    }

    /** Whether an alignment pattern around this centre meets the cleared ground of the mark. */
    private function isCleared(int $column, int $row): bool
    {
        $mark = $this->finish->mark;
        if ($mark === null || ! $mark->clears) {
            return false;
        }
        for ($y = $row - 2; $y <= $row + 2; $y++) {
            for ($x = $column - 2; $x <= $column + 2; $x++) {
                if ($mark->touches($x, $y, $this->matrix->size())) {
                    return true;
                }
            }
        }

        return false;
    }

    private function overlay(?Overlay $overlay): void
    {
        foreach ($overlay->boxes ?? [] as $box) {
            $this->parts[] = new Piece(Path::box($box->left, $box->top, $box->width, $box->height), Paint::of($box->isDark ? $this->finish->inks->dark : $this->finish->inks->light));
        }
    }

    private function mark(Mark $mark): void
    {
        $middle = $this->matrix->size() / 2;
        $half = $mark->size / 2;
        $plate = match ($mark->plate) {
            MarkPlate::None => null,
            MarkPlate::Square => Path::box($middle - $half, $middle - $half, $mark->size, $mark->size),
            MarkPlate::Soft => self::softened($middle - $half, $middle - $half, $mark->size, $mark->size, $mark->size * 0.2),
            MarkPlate::Disc => Path::disc($middle, $middle, $half),
        };
        if ($plate !== null) {
            $this->parts[] = new Piece($plate, Paint::of($this->finish->inks->light));
        }
        $room = $mark->size - 2 * $mark->padding;
        $ink = Paint::of($mark->ink ?? $this->finish->inks->main());
        if ($mark->art instanceof IconArt) {
            $this->parts[] = new Piece(PathData::parse(IconArt::ICONS[$mark->art->name])->placed($room / 24, $room / 24, $middle - $room / 2, $middle - $room / 2), $ink);
        } elseif ($mark->art instanceof TextArt) {
            [$path, $width] = Typeface::line($mark->art->text, 1.0, 'mark.text');
            $em = $room / max(self::CAPITALS, $width, 0.01);
            $this->parts[] = new Piece($path->placed($em, $em, $middle - $width * $em / 2, $middle + self::CAPITALS * $em / 2), $ink);
        } elseif ($mark->art instanceof OutlineArt) {
            $scale = $room / max($mark->art->width, $mark->art->height);
            foreach ($mark->art->outlines as $outline) {
                $path = PathData::parse($outline->path)->placed($scale, $scale, $middle - $mark->art->width * $scale / 2, $middle - $mark->art->height * $scale / 2);
                $this->parts[] = new Piece($path, Paint::of($outline->ink), $outline->isEvenOdd);
            }
        } elseif ($mark->art instanceof PixelArt) {
            $scale = $room / max($mark->art->width, $mark->art->height);
            [$width, $height] = [$mark->art->width * $scale, $mark->art->height * $scale];
            $this->parts[] = new Picture($mark->art, $middle - $width / 2, $middle - $height / 2, $width, $height);
        }
    }

    private function bars(): void
    {
        if ($this->layout->bars === null || $this->finish->ean === null) {
            return;
        }
        [$x, $y, $barPx] = $this->layout->bars;
        $scale = $barPx / $this->layout->modulePx;
        $path = new Path;
        $boxes = [];
        foreach (ModuleRuns::of(RetailBarcode::of($this->finish->ean)->matrix->rows) as $box) {
            $boxes[] = Path::box($this->x($x) + $box->column * $scale, $this->y($y) + $box->row * $scale, $box->width * $scale, $box->height * $scale);
        }
        $this->parts[] = new Piece($path->and(...$boxes), Paint::of($this->finish->inks->main()));
    }

    private function caption(): void
    {
        $caption = $this->finish->caption;
        if ($caption === null || $this->layout->captionTop === null) {
            return;
        }
        $ink = $caption->ink ?? ($caption->layout === CaptionLayout::Plate ? $this->finish->inks->light : $this->finish->inks->main());
        $room = $this->layout->sidePx / $this->layout->modulePx - 2 * $this->layout->edge - 2;
        $middle = $this->x($this->layout->sidePx / 2);
        $top = $this->y($this->layout->captionTop);
        $lines = [];
        foreach ($caption->lines() as [$text, $height]) {
            [$path, $width] = Typeface::line($text, 1.0);
            $em = min($height * self::EM, $room / max(0.01, $width));
            $lines[] = $path->placed($em, $em, $middle - $width * $em / 2, $top + $height / 2 + (self::BASELINE - 0.5) * $em);
            $top += $height;
        }
        $this->parts[] = new Piece((new Path)->and(...$lines), Paint::of($ink));
    }

    /** Pixels from the picture's left edge to modules from the symbol's. */
    private function x(float|int $px): float
    {
        return ($px - $this->layout->before) / $this->layout->modulePx;
    }

    private function y(float|int $px): float
    {
        return ($px - $this->layout->above) / $this->layout->modulePx;
    }
}
