<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Which codeword each module of a QR Code symbol belongs to, and which block repairs it (ISO/IEC 18004:2015 7.6 and 7.7.3). */
final readonly class CodewordMap
{
    /**
     * Correction codewords of a block that are kept to notice wrong repairs, by version and level (table 9, footnote on p).
     */
    private const PROTECTION = ['1-L' => 3, '1-M' => 2, '1-Q' => 1, '1-H' => 1, '2-L' => 2, '3-L' => 1];

    /** Tables kept for the next call. */
    private const KEPT = 7;

    /**
     * @param  array<int, int>  $byModule  codeword by row × modules + column; function patterns and remainder bits have none
     * @param  list<array{int, int}>  $places  block and place in it of each codeword, in the order of the symbol
     * @param  list<int>  $dataLengths  data codewords of each block
     * @param  int  $correction  correction codewords of each block
     * @param  int  $repairable  wrong codewords that each block can repair
     */
    private function __construct(
        public array $byModule,
        public array $places,
        public array $dataLengths,
        public int $correction,
        public int $repairable,
    ) {
    }

    /** The map of a version and level; made once in a process. */
    public static function of(Version $version, ErrorCorrectionLevel $level): self
    {
        /** @var array<string, self> $made */
        static $made = [];
        $name = "{$version->number}-{$level->value}";
        if (! isset($made[$name])) {
            // The tables of all versions and levels together would take a hundred megabytes.
            $made = [...array_slice($made, -self::KEPT), $name => self::make($version, $level)];
        }

        return $made[$name];
    }

    /** Whether a codeword carries data; the others carry correction. */
    public function isData(int $codeword): bool
    {
        [$block, $place] = $this->places[$codeword];

        return $place < $this->dataLengths[$block];
    }

    /**
     * Codewords of modules, by block.
     *
     * @param  iterable<array{int, int}>  $modules  columns and rows
     * @return list<list<int>> for each block its codewords among them, in order
     */
    public function hit(iterable $modules, int $side): array
    {
        $hit = [];
        foreach ($modules as [$column, $row]) {
            $codeword = $this->byModule[$row * $side + $column] ?? null;
            if ($codeword !== null) {
                $hit[$codeword] = true;
            }
        }
        ksort($hit);
        $blocks = array_fill(0, count($this->dataLengths), []);
        foreach (array_keys($hit) as $codeword) {
            $blocks[$this->places[$codeword][0]][] = $codeword;
        }

        return array_values($blocks);
    }

    private static function make(Version $version, ErrorCorrectionLevel $level): self
    {
        $layout = $version->blocks($level);
        $lengths = $layout->dataLengths();
        $places = [];
        for ($i = 0, $longest = max([0, ...$lengths]); $i < $longest; $i++) {
            foreach ($lengths as $block => $length) {
                if ($i < $length) {
                    $places[] = [$block, $i];
                }
            }
        }
        for ($i = 0; $i < $layout->correction; $i++) {
            foreach ($lengths as $block => $length) {
                $places[] = [$block, $length + $i];
            }
        }
        $side = $version->modules();
        $byModule = [];
        foreach (SymbolTemplate::of($version)->order as $bit => $offset) {
            if (intdiv($bit, 8) < count($places)) {
                $byModule[intdiv($offset, $side + 1) * $side + $offset % ($side + 1)] = intdiv($bit, 8);
            }
        }

        return new self($byModule, $places, $lengths, $layout->correction, intdiv($layout->correction - (self::PROTECTION["{$version->number}-{$level->value}"] ?? 0), 2));
    }
}
