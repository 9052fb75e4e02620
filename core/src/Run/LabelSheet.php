<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Render\PdfDocument;
use KeenGlyph\Core\Render\PlacedScene;
use KeenGlyph\Core\Render\Scene;

/**
 * Labels on paper, in millimetres from its upper left corner. A sheet that was printed, measured and entered is corrected:
 * shifted and scaled so that the next one lies where it should.
 */
final readonly class LabelSheet
{
    /**
     * Common sheets by their dimensions: paper, columns and rows, label, first label's place, pitch.
     *
     * @var array<string, array{int|float, int|float, int, int, float, float, float, float, float, float}>
     */
    public const COMMON = [
        'a4-3x7-63.5x38.1' => [210, 297, 3, 7, 63.5, 38.1, 7.25, 15.15, 66.0, 38.1],
        'a4-3x8-63.5x33.9' => [210, 297, 3, 8, 63.5, 33.9, 7.25, 12.9, 66.0, 33.9],
        'a4-2x7-99.1x38.1' => [210, 297, 2, 7, 99.1, 38.1, 4.65, 15.15, 101.6, 38.1],
        'a4-2x4-99.1x67.7' => [210, 297, 2, 4, 99.1, 67.7, 4.65, 13.1, 101.6, 67.7],
        'a4-5x13-38.1x21.2' => [210, 297, 5, 13, 38.1, 21.2, 4.75, 10.7, 40.6, 21.2],
        'a4-4x10-48.5x25.4' => [210, 297, 4, 10, 48.5, 25.4, 8.0, 21.5, 48.5, 25.4],
        'letter-3x10-66.7x25.4' => [215.9, 279.4, 3, 10, 66.7, 25.4, 4.8, 12.7, 69.8, 25.4],
        'letter-2x5-101.6x50.8' => [215.9, 279.4, 2, 5, 101.6, 50.8, 4.0, 12.7, 106.4, 50.8],
    ];

    private const MOST = 2000.0;

    /** A printer that is further from the truth was told to fit the page to the paper. */
    private const MOST_SCALE = 0.05;

    /**
     * @param  float  $pitchX  from one label's left edge to the next one's
     * @param  array{float, float}  $shift  correction in millimetres, right and down
     * @param  array{float, float}  $scale  correction, 1 where the printer is true
     * @param  bool  $hasMarks  whether crop marks stand at the corners of each label
     * @param  bool  $hasRegister  whether discs stand near the paper's corners, by which a cutting machine finds the print
     */
    private function __construct(
        public float $width,
        public float $height,
        public int $columns,
        public int $rows,
        public float $labelWidth,
        public float $labelHeight,
        public float $left,
        public float $top,
        public float $pitchX,
        public float $pitchY,
        public array $shift = [0.0, 0.0],
        public array $scale = [1.0, 1.0],
        public bool $hasMarks = false,
        public bool $hasRegister = false,
    ) {
    }

    /**
     * @param  string|array<array-key, mixed>  $given  a common sheet's name, roll:WIDTHxHEIGHT, or its dimensions by their names
     *
     * @throws InvalidRun
     */
    public static function of(string|array $given): self
    {
        if (is_string($given)) {
            if (preg_match('/^roll:(\d{1,4}(?:\.\d{1,2})?)x(\d{1,4}(?:\.\d{1,2})?)$/D', $given, $match) === 1) {
                return self::sound(new self((float) $match[1], (float) $match[2], 1, 1, (float) $match[1], (float) $match[2], 0.0, 0.0, (float) $match[1], (float) $match[2]));
            }
            $common = self::COMMON[$given] ?? throw new InvalidRun("There is no sheet “{$given}” here. Known are ".implode(', ', array_keys(self::COMMON)).', roll:WIDTHxHEIGHT in millimetres, or a JSON file of your own.');

            return self::sound(new self(...$common));
        }
        foreach (array_keys(array_diff_key($given, array_flip(['width', 'height', 'columns', 'rows', 'label_width', 'label_height', 'left', 'top', 'pitch_x', 'pitch_y', 'shift', 'scale', 'marks', 'register']))) as $name) {
            throw new InvalidRun("There is no “{$name}” in a sheet.");
        }
        $number = static fn (string $name, ?float $usual = null): float => is_int($given[$name] ?? null) || is_float($given[$name] ?? null) ? (float) $given[$name] : $usual ?? throw new InvalidRun("A sheet needs $name, in millimetres.");
        $pair = static function (string $name, float $usual) use ($given): array {
            $two = $given[$name] ?? [$usual, $usual];

            return is_array($two) && count($two) === 2 && array_is_list($two) && is_numeric($two[0]) && is_numeric($two[1]) ? [(float) $two[0], (float) $two[1]] : throw new InvalidRun("$name has two numbers: right and down.");
        };
        [$columns, $rows] = [(int) $number('columns', 1.0), (int) $number('rows', 1.0)];
        [$width, $height] = [$number('label_width'), $number('label_height')];

        return self::sound(new self($number('width'), $number('height'), $columns, $rows, $width, $height, $number('left', 0.0), $number('top', 0.0), $number('pitch_x', $width), $number('pitch_y', $height), $pair('shift', 0.0), $pair('scale', 1.0), ($given['marks'] ?? false) === true, ($given['register'] ?? false) === true));
    }

    /**
     * Corrected by what was measured on a printed calibration page, beside what this sheet was corrected by already.
     *
     * @param  array{float, float}  $first  where the upper left cross lies, from the left and upper edges in millimetres
     * @param  array{float, float}  $last  where the lower right one lies, from the same edges
     *
     * @throws InvalidRun when the page was scaled or shifted by more than a printer does, or is too small to be measured
     */
    public function calibrated(array $first, array $last): self
    {
        [$shift, $scale] = [[], []];
        foreach ([$this->width, $this->height] as $axis => $side) {
            $printed = ($last[$axis] - $first[$axis]) / (CalibrationPage::crosses($this)[1][$axis] - CalibrationPage::INSET);
            if (abs($printed - 1) > self::MOST_SCALE) {
                throw new InvalidRun(sprintf('The crosses were meant %.1f mm apart and are %.1f: print the page in its own size, not fitted to the paper, and measure each from the same edge.', $side - 2 * CalibrationPage::INSET, $last[$axis] - $first[$axis]));
            }
            $scale[] = $this->scale[$axis] / $printed;
            $shift[] = $this->shift[$axis] + $this->scale[$axis] * (CalibrationPage::INSET - $first[$axis] / $printed);
        }

        return self::of([...$this->toArray(), 'shift' => $shift, 'scale' => $scale]);
    }

    /** @return array<string, mixed> what of() takes */
    public function toArray(): array
    {
        return [
            'width' => $this->width, 'height' => $this->height, 'columns' => $this->columns, 'rows' => $this->rows, 'label_width' => $this->labelWidth, 'label_height' => $this->labelHeight,
            'left' => $this->left, 'top' => $this->top, 'pitch_x' => $this->pitchX, 'pitch_y' => $this->pitchY, 'shift' => $this->shift, 'scale' => $this->scale, 'marks' => $this->hasMarks, 'register' => $this->hasRegister,
        ];
    }

    /** The same with crop marks. */
    public function withMarks(): self
    {
        return self::of([...$this->toArray(), 'marks' => true]);
    }

    /** @throws InvalidRun when labels lie where the discs would */
    public function withRegister(): self
    {
        return self::of([...$this->toArray(), 'register' => true]);
    }

    /**
     * @param  float  $bleed  millimetres
     *
     * @throws InvalidRun when labels lie so close that one would bleed into the next
     */
    public function demandRoom(float $bleed): void
    {
        $gap = min($this->columns > 1 ? $this->pitchX - $this->labelWidth : INF, $this->rows > 1 ? $this->pitchY - $this->labelHeight : INF);
        if ($bleed > 0 && $gap < 2 * $bleed - 0.005) {
            throw new InvalidRun(sprintf('Labels lie %.1f mm apart, and a bleed of %.1f mm on both sides needs %.1f.', $gap, $bleed, 2 * $bleed));
        }
    }

    /** Labels of a sheet. */
    public function perPage(): int
    {
        return $this->columns * $this->rows;
    }

    /**
     * Where a label lies, its upper left corner, as it has to be sent to the printer.
     *
     * @param  int  $place  from 0, row by row
     * @return array{float, float} millimetres
     */
    public function place(int $place): array
    {
        return $this->sent($this->left + $place % $this->columns * $this->pitchX, $this->top + intdiv($place, $this->columns) * $this->pitchY);
    }

    /** @return array{float, float} what has to be sent to the printer for this place, in millimetres */
    public function sent(float $x, float $y): array
    {
        return [$x * $this->scale[0] + $this->shift[0], $y * $this->scale[1] + $this->shift[1]];
    }

    /**
     * Puts scenes on a page, each in the middle of its label.
     *
     * @param  array<int, Scene>  $scenes  by place on the page
     * @param  float  $bleed  millimetres by which labels go beyond their cut
     *
     * @throws InvalidRun when one is larger than a label
     */
    public function page(PdfDocument $document, array $scenes, float $bleed = 0.0): void
    {
        $placed = $this->hasRegister ? [new PlacedScene(CutSheet::discs($this))] : [];
        foreach ($scenes as $place => $scene) {
            [$left, $top] = $this->middle($place, $scene);
            $placed[] = new PlacedScene($scene, $left, $top);
        }
        $document->sheet($this->width, $this->height, $placed, $this->hasMarks ? $this->marks(array_keys($scenes), $bleed) : []);
    }

    /** @return array{float, float} where a scene's own upper left corner lies, in millimetres */
    public function middle(int $place, Scene $scene): array
    {
        [$left, $top] = $this->place($place);
        [$width, $height] = [$scene->layout->sideMm(), $scene->layout->heightPx / $scene->layout->dpi * 25.4];
        if ($width > $this->labelWidth + 0.005 || $height > $this->labelHeight + 0.005) {
            throw new InvalidRun(sprintf('The picture is %.1f × %.1f mm, the label %.1f × %.1f: make the picture smaller.', $width, $height, $this->labelWidth, $this->labelHeight));
        }

        return [$left + ($this->labelWidth - $width) / 2, $top + ($this->labelHeight - $height) / 2];
    }

    /**
     * Crop marks outside the corners of labels.
     *
     * @param  list<int>  $places
     * @param  float  $bleed  beyond which they stand
     * @return list<array{float, float, float, float}> lines in millimetres
     */
    private function marks(array $places, float $bleed): array
    {
        $lines = [];
        foreach ($places as $place) {
            [$x, $y] = $this->place($place);
            foreach ([[$x, -1], [$x + $this->labelWidth, 1]] as [$cornerX, $outX]) {
                foreach ([[$y, -1], [$y + $this->labelHeight, 1]] as [$cornerY, $outY]) {
                    $lines[] = [$cornerX + ($bleed + 0.5) * $outX, $cornerY, $cornerX + ($bleed + 2.0) * $outX, $cornerY];
                    $lines[] = [$cornerX, $cornerY + ($bleed + 0.5) * $outY, $cornerX, $cornerY + ($bleed + 2.0) * $outY];
                }
            }
        }

        return $lines;
    }

    /** @throws InvalidRun */
    private static function sound(self $sheet): self
    {
        $right = $sheet->left + ($sheet->columns - 1) * $sheet->pitchX + $sheet->labelWidth;
        $bottom = $sheet->top + ($sheet->rows - 1) * $sheet->pitchY + $sheet->labelHeight;

        return match (true) {
            $sheet->columns < 1 || $sheet->rows < 1 || $sheet->columns * $sheet->rows > 1000 => throw new InvalidRun('A sheet has 1 to 1000 labels.'),
            min($sheet->width, $sheet->height, $sheet->labelWidth, $sheet->labelHeight) < 3 || max($sheet->width, $sheet->height) > self::MOST => throw new InvalidRun('Paper and labels have sides of 3 to 2000 mm.'),
            $sheet->left < 0 || $sheet->top < 0 || $right > $sheet->width + 0.01 || $bottom > $sheet->height + 0.01 => throw new InvalidRun(sprintf('The labels go beyond the paper: to %.2f × %.2f mm of %.2f × %.2f.', $right, $bottom, $sheet->width, $sheet->height)),
            ($sheet->columns > 1 && $sheet->pitchX < $sheet->labelWidth - 0.005) || ($sheet->rows > 1 && $sheet->pitchY < $sheet->labelHeight - 0.005) => throw new InvalidRun('The labels overlap: the pitch is less than the label.'),
            abs($sheet->scale[0] - 1) > self::MOST_SCALE || abs($sheet->scale[1] - 1) > self::MOST_SCALE || max(abs($sheet->shift[0]), abs($sheet->shift[1])) > 20 => throw new InvalidRun('A correction is at most 5 % and 20 mm.'),
            $sheet->hasRegister && ! CutSheet::hasRoom($sheet) => throw new InvalidRun('The discs by which a cutting machine finds the print need 15 mm of each corner of the paper, and labels lie there: leave the outer labels out, or take more margin.'),
            default => $sheet,
        };
    }
}
