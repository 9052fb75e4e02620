<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use Closure;
use KeenGlyph\Core\Degrade\Decoder;

/** The hardest step of a scale that is still read, found with few pictures: each is taken once, whoever asks. */
final class MarginSearch
{
    /** @var array<string, array<string, bool>> by seed and step, then by decoder */
    private array $known = [];

    /** @var array<string, Sample> pictures of which only one decoder's answer is known */
    private array $open = [];

    /**
     * @param  int  $steps  of the scale, from 0 the mildest
     * @param  Closure(int, int): Sample  $take  the picture of a seed at a step
     */
    public function __construct(private readonly int $steps, private readonly Closure $take)
    {
    }

    /**
     * @param  ?int  $about  where it is expected; from the whole scale when null
     * @param  int  $stride  first step away from there
     * @return int the hardest step that is read, as far as harder ones fail; -1 when the mildest is not
     */
    public function from(Decoder $decoder, int $seed, ?int $about, int $stride): int
    {
        [$read, $failed] = [-1, $this->steps + 1];
        if ($about === null || $about < 0) {
            if (! $this->reads($decoder, $seed, 0)) {
                return -1;
            }
            $read = 0;
        } elseif ($this->reads($decoder, $seed, $about)) {
            for ($read = $about; $read < $this->steps; $stride *= 2) {
                $next = min($this->steps, $read + $stride);
                if (! $this->reads($decoder, $seed, $next)) {
                    $failed = $next;
                    break;
                }
                $read = $next;
            }
        } else {
            for ($failed = $about; $failed > 0; $stride *= 2) {
                $next = max(0, $failed - $stride);
                if ($this->reads($decoder, $seed, $next)) {
                    $read = $next;
                    break;
                }
                $failed = $next;
            }
        }
        while ($failed - $read > 1 && $read >= 0) {
            $middle = intdiv($read + $failed, 2);
            if ($this->reads($decoder, $seed, $middle)) {
                $read = $middle;
            } else {
                $failed = $middle;
            }
        }

        return $read;
    }

    /** Pictures that were taken. */
    public function samples(): int
    {
        return count($this->known);
    }

    private function reads(Decoder $decoder, int $seed, int $step): bool
    {
        $name = "$seed $step";
        if (! isset($this->known[$name][$decoder->value])) {
            $sample = $this->open[$name] ??= ($this->take)($seed, $step);
            // The plain one costs next to nothing: its answer is kept in place of the picture.
            $this->known[$name] = [Decoder::Plain->value => $sample->reads(Decoder::Plain), $decoder->value => $sample->reads($decoder)];
            if ($decoder === Decoder::Thorough || $seed !== 0) {
                unset($this->open[$name]);
            }
        }

        return $this->known[$name][$decoder->value];
    }
}
