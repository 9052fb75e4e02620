<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What one line across a picture reads, by the edges on it. */
final readonly class BarLineReader
{
    /** Edges that are too few for any symbol. */
    private const FEW = 26;

    /** @var list<BarDecoder> */
    private array $decoders;

    public function __construct()
    {
        $this->decoders = [new EanDecoder, new Code128Decoder, new ItfDecoder, new Code39Decoder];
    }

    /** @return array{list<BarHit>, bool} what it reads in both directions, and whether any symbol seems to begin on it */
    public function read(PictureLine $line): array
    {
        $edges = BarLine::edges($line->greys());
        if (count($edges) < self::FEW) {
            return [[], false];
        }
        $found = [];
        $isBegun = false;
        foreach ([false, true] as $backwards) {
            $places = $edges;
            if ($backwards) {
                $places = [];
                // Runs in the other order begin with a bar when the last edge leads out of one.
                for ($i = count($edges) - 1 - count($edges) % 2; $i >= 0; $i--) {
                    $places[] = -$edges[$i];
                }
            }
            [$stretches, $begins] = $this->texts($places);
            $isBegun = $isBegun || $begins;
            foreach ($stretches as $stretch) {
                $found[] = $line->hit($stretch->text, $stretch->from, $stretch->to, $backwards);
            }
        }

        return [$found, $isBegun];
    }

    /**
     * @param  list<int>  $edges
     * @return array{list<BarStretch>, bool} what they read, and whether any symbol seems to begin
     */
    private function texts(array $edges): array
    {
        // The margin before the picture is as blank as it needs to be.
        $runs = [PHP_INT_MAX >> 8];
        for ($i = 1, $count = count($edges); $i < $count; $i++) {
            $run = $edges[$i] - $edges[$i - 1];
            $runs[] = $run > 0 ? $run : 1;
        }
        $found = [];
        $isBegun = false;
        $skip = 0;
        for ($i = 1, $count = count($runs); $count - $i > 24; $i += 2) {
            // A symbol begins after blank modules, with a bar of one module or, in Code 128, of two and a space of one.
            $blank = $runs[$i - 1];
            $bar = $runs[$i];
            if ($i < $skip || $blank < 3 * $bar && (2 * $blank < 3 * $bar || 5 * $bar < 6 * $runs[$i + 1])) {
                continue;
            }
            // Nor does one hold a space wider than its margin's least.
            if (2 * $runs[$i + 1] > 9 * $bar || $runs[$i + 2] > 5 * $bar || $runs[$i + 3] > 5 * $bar) {
                continue;
            }
            foreach ($this->decoders as $decoder) {
                $text = $decoder->decode($runs, $i);
                $isBegun = $isBegun || $text !== null;
                if ($text instanceof BarText) {
                    $last = $edges[min(count($edges) - 1, $i - 1 + $text->runs)];
                    // Read against the line, edges count down from nothing.
                    $found[] = new BarStretch($text, abs($edges[$i - 1]) / BarLine::PARTS, abs($last) / BarLine::PARTS);
                    $skip = $i + $text->runs;
                    break;
                }
            }
        }

        return [$found, $isBegun];
    }
}
