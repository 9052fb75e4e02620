<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Render\PdfDocument;
use KeenGlyph\Core\Render\Scene;

/** Labels one after the other onto the pages of one PDF; without a sheet each has a page of its own size. */
final class SheetBuilder
{
    private readonly PdfDocument $document;

    /** @var Spool<array{int, float, float, list<array{string, float, float, float, float, int, bool, bool}>}> page, place and symbols of each label, for the proof */
    private readonly Spool $labels;

    /** @var array<int, Scene> of the page that is being filled, by place */
    private array $scenes = [];

    private int $page = 0;

    private int $place;

    /**
     * @param  int  $start  first label of the first sheet that is still there, from 1
     * @param  float  $bleed  millimetres by which labels go beyond their cut
     *
     * @throws InvalidRun when labels would bleed into each other
     */
    public function __construct(string $title, private readonly ?LabelSheet $sheet, int $start = 1, private readonly float $bleed = 0.0)
    {
        $this->document = new PdfDocument($title);
        /** @var Spool<array{int, float, float, list<array{string, float, float, float, float, int, bool, bool}>}> $labels */
        $labels = new Spool;
        $this->labels = $labels;
        $this->place = $start - 1;
        $sheet?->demandRoom($bleed);
    }

    /** @throws InvalidRun when it is larger than a label */
    public function add(LabelDrawing $label): void
    {
        if ($this->sheet === null) {
            $this->document->page($label->scene);
            $this->remember($this->page++, [0.0, 0.0], $label);

            return;
        }
        $this->remember($this->page, $this->sheet->middle($this->place, $label->scene), $label);
        $this->scenes[$this->place] = $label->scene;
        if (++$this->place === $this->sheet->perPage()) {
            $this->turn();
        }
    }

    /** Whether no label was laid yet. */
    public function isEmpty(): bool
    {
        return count($this->labels) === 0;
    }

    /**
     * Writes the whole file.
     *
     * @param  resource  $stream
     *
     * @throws \RuntimeException when there is no room for it
     */
    public function write($stream): void
    {
        $this->turn();
        $this->document->write($stream);
    }

    /**
     * Reads every label of the finished file.
     *
     * @return array{pages: int, labels: int, read_back: int, checked: bool}
     */
    public function proof(string $file): array
    {
        return SheetProof::of($file, $this->page, $this->labels);
    }

    /** @param  array{float, float}  $place  millimetres from the upper left corner of the page */
    private function remember(int $page, array $place, LabelDrawing $label): void
    {
        $this->labels->put(count($this->labels), [$page, ...$place, array_map(static fn (PlacedSymbol $symbol): array => $symbol->toArray(), $label->symbols)]);
    }

    private function turn(): void
    {
        if ($this->scenes !== []) {
            $this->sheet?->page($this->document, $this->scenes, $this->bleed);
            [$this->page, $this->place, $this->scenes] = [$this->page + 1, 0, []];
        }
    }
}
