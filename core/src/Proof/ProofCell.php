<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\Decoder;
use KeenGlyph\Core\Degrade\DeviceModel;

/** How far one device goes on reading while one condition grows harder. */
final readonly class ProofCell
{
    /** How much beyond what is needed a figure must lie to hold, as a ratio. */
    public const ROOM = 1.15;

    /**
     * @param  float  $need  what is asked for, in the condition's unit
     * @param  ?float  $margin  the hardest figure at which it is read, the median of the seeds; null when the mildest is not read
     * @param  ?float  $mildest  of the seeds, the one that failed first; null like the margin
     * @param  ?float  $hardest  the one that failed last
     * @param  bool  $isBeyond  whether even the end of the scale is read
     * @param  ?float  $other  how far a decoder of the other kind goes; null when it does not begin
     * @param  float  $workingMm  at which the device was held
     * @param  ?string  $reason  why it cannot be read whatever the condition; null when it can
     * @param  int  $samples  pictures that were taken
     */
    public function __construct(
        public DeviceModel $device,
        public Condition $condition,
        public float $need,
        public ?float $margin,
        public ?float $mildest,
        public ?float $hardest,
        public bool $isBeyond,
        public ?float $other,
        public float $workingMm,
        public ?string $reason = null,
        public int $samples = 0,
    ) {
    }

    /** The decoder that was tried beside the device’s own. */
    public function otherDecoder(): Decoder
    {
        return $this->device->decoder === Decoder::Plain ? Decoder::Thorough : Decoder::Plain;
    }

    /** How many times what is needed it bears; 0 when it is not read at all. */
    public function ratio(): float
    {
        if ($this->margin === null) {
            return 0.0;
        }
        if ($this->isBeyond) {
            return max(self::ROOM, $this->times($this->margin));
        }

        return $this->times($this->margin);
    }

    /** What the margin of the device’s own decoder is worth. */
    public function verdict(): Verdict
    {
        $ratio = $this->ratio();

        return match (true) {
            $ratio >= self::ROOM => Verdict::Holds,
            $ratio >= 1.0 => Verdict::Marginal,
            default => Verdict::Fails,
        };
    }

    /** Whether it is read at a figure as hard as this. */
    public function bears(float $figure): bool
    {
        return $this->margin !== null && ($this->isBeyond || ($this->condition->isHarderBelow() ? $this->margin <= $figure : $this->margin >= $figure));
    }

    /** What it says, in a sentence. */
    public function words(): string
    {
        $figure = function (float $value): string {
            $number = sprintf($value >= 100 ? '%.0f' : ($value >= 10 ? '%.1f' : '%.2f'), $value);
            $number = str_contains($number, '.') ? rtrim(rtrim($number, '0'), '.') : $number;

            return $this->condition->unit() === '°' ? "{$number}°" : "$number {$this->condition->unit()}";
        };

        return match (true) {
            $this->reason !== null => "{$this->device->label}: {$this->reason}",
            $this->margin === null => sprintf('%s does not read it at all, held %.0f mm away in good light.', $this->device->label, $this->workingMm),
            default => sprintf('%s, %s: reads %s %s, %s needed.', $this->device->label, lcfirst($this->condition->label()), $this->isBeyond ? 'beyond' : ($this->condition->isHarderBelow() ? 'down to' : 'up to'), $figure($this->margin), $figure($this->need)),
        };
    }

    private function times(float $figure): float
    {
        if ($this->need <= 0.0) {
            return $this->condition->isHarderBelow() ? 0.0 : INF;
        }

        return $this->condition->isHarderBelow() ? $this->need / max($figure, 1e-9) : $figure / $this->need;
    }

    /**
     * What was found, to be kept and made a cell again with its device and condition.
     *
     * @return array{margin: ?float, mildest: ?float, hardest: ?float, beyond: bool, other: ?float, working_mm: float, reason: ?string, samples: int}
     */
    public function found(): array
    {
        return ['margin' => $this->margin, 'mildest' => $this->mildest, 'hardest' => $this->hardest, 'beyond' => $this->isBeyond, 'other' => $this->other, 'working_mm' => $this->workingMm, 'reason' => $this->reason, 'samples' => $this->samples];
    }

    /** @param  array<array-key, mixed>  $found  as found() gave it */
    public static function again(DeviceModel $device, Condition $condition, float $need, array $found): self
    {
        $number = static fn (string $name): ?float => is_int($found[$name] ?? null) || is_float($found[$name] ?? null) ? (float) $found[$name] : null;

        return new self(
            $device, $condition, $need, $number('margin'), $number('mildest'), $number('hardest'), ($found['beyond'] ?? false) === true, $number('other'), $number('working_mm') ?? 0.0,
            is_string($found['reason'] ?? null) ? $found['reason'] : null, (int) ($number('samples') ?? 0),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $round = static fn (?float $figure): ?float => $figure === null ? null : (float) sprintf('%.3g', $figure);

        return [
            'device' => $this->device->id, 'condition' => $this->condition->value, 'unit' => $this->condition->unit(), 'need' => $round($this->need), 'margin' => $round($this->margin),
            'spread' => $this->mildest === null ? null : [$round($this->mildest), $round($this->hardest)], 'beyond' => $this->isBeyond, 'decoder' => $this->device->decoder->value,
            'other_decoder' => ['decoder' => $this->otherDecoder()->value, 'margin' => $round($this->other)], 'working_mm' => $round($this->workingMm),
            'words' => $this->words(), 'verdict' => $this->verdict()->value, 'ratio' => is_infinite($this->ratio()) ? null : round($this->ratio(), 2), 'reason' => $this->reason, 'samples' => $this->samples,
        ];
    }
}
