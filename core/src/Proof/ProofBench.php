<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\Decoder;
use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Degrade\Light;
use KeenGlyph\Core\Degrade\Photographer;
use KeenGlyph\Core\Degrade\PrintedLabel;
use KeenGlyph\Core\Degrade\Situation;
use KeenGlyph\Core\Grade\MatrixGrader;
use KeenGlyph\Core\Grade\PrintGrade;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\KnownPlaceReader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\Version;

/**
 * Finds how far devices go on reading a label while a condition grows harder: for each of some seeds the hardest figure
 * at which its picture is still read, by halving. The same label, seed and plan give the same figures on any machine.
 */
final class ProofBench
{
    /** Raise it when the bench would find other figures: those kept from before are then found anew. */
    public const VERSION = 4;

    /** Seeds a cell: their median counts. */
    private const SEEDS = 3;

    /** Steps of a scale that are told apart. */
    private const STEPS = 48;

    /** First step away from where an earlier seed failed. */
    private const STRIDE = 3;

    private ?bool $statesCharacters = null;

    /**
     * @param  string  $text  that the symbol holds, in bytes
     * @param  int  $seed  decides directions, places and noise
     */
    public function __construct(private readonly PrintedLabel $label, private readonly string $text, private readonly int $seed = 1)
    {
    }

    /** @param  float  $need  in the condition's unit */
    public function cell(DeviceModel $device, Condition $condition, ?float $need = null): ProofCell
    {
        $need ??= $condition->usualNeed($device);
        $working = $device->workingMm($this->label->moduleMm, $this->label->sideMm());
        $refusal = $this->refusal($device);
        if ($refusal !== null) {
            return new ProofCell($device, $condition, $need, null, null, null, false, null, $working, $refusal);
        }
        $scale = $condition->scale($this->label, $working);
        $search = new MarginSearch(self::STEPS, fn (int $seed, int $step): Sample => $this->sample($device, $condition, $condition->figure($scale, $step / self::STEPS), $seed));
        $steps = [];
        foreach (range(0, self::SEEDS - 1) as $seed) {
            $steps[] = $search->from($device->decoder, $seed, $steps === [] ? null : $steps[0], self::STRIDE);
        }
        sort($steps);
        $other = $search->from($device->decoder === Decoder::Plain ? Decoder::Thorough : Decoder::Plain, 0, $steps[intdiv(self::SEEDS, 2)], self::STRIDE);
        $figure = static fn (int $step): ?float => $step < 0 ? null : $condition->figure($scale, $step / self::STEPS);
        $middle = $steps[intdiv(self::SEEDS, 2)];

        return new ProofCell(
            $device, $condition, $need, $figure($middle), $figure(max($middle < 0 ? -1 : 0, $steps[0])), $figure(end($steps)), $middle === self::STEPS, $figure($other), $working, null, $search->samples(),
        );
    }

    /** What the drawing itself is worth under a light; null where the symbol has no such grade. */
    public function grade(Light $light = Light::White): ?PrintGrade
    {
        $picture = $this->label->picture($light);
        $reading = $this->drawn($picture);

        return $reading === null ? null : MatrixGrader::grade($reading, $picture, 1.0);
    }

    /** The picture at one figure, and what is read of it. */
    public function sample(DeviceModel $device, Condition $condition, float $figure, int $seed = 0): Sample
    {
        $situation = (new Situation($device->workingMm($this->label->moduleMm, $this->label->sideMm())))->with($condition, $figure);

        return new Sample(Photographer::take($this->label, $device, $situation, $this->seed * 1009 + $seed), $this->text, $this->label->modules, $device->pixelsPerModule, $this->label->isMirrored);
    }

    /** Why a device's decoder takes no such symbol, however good its picture; null when it does. */
    private function refusal(DeviceModel $device): ?string
    {
        return match (true) {
            ! $device->takes($this->label->isMicro() ? 'microqr' : 'qr') => 'Its decoder does not look for '.($this->label->isMicro() ? 'Micro QR Code' : 'QR Code').' symbols.',
            $this->label->isLight && ! $device->takesLightOnDark => 'Its decoder does not look for symbols that are light on dark.',
            $this->label->isMirrored && ! $device->takesMirrored => 'Its decoder does not look for symbols that stand mirrored.',
            $device->longestText !== null && strlen($this->text) > $device->longestText => sprintf('It hands on at most %s bytes; the symbol holds %s.', number_format($device->longestText), number_format(strlen($this->text))),
            ! $device->takesEci && $this->statesCharacters() => 'Its decoder does not heed a stated character set, so that letters beyond ASCII come out wrong.',
            default => null,
        };
    }

    /** Whether the symbol says in which character set it is, and has letters that differ by it. */
    private function statesCharacters(): bool
    {
        return $this->statesCharacters ??= preg_match('/[^\x00-\x7F]/', $this->text) === 1 && $this->drawn($this->label->picture(Light::White))?->symbol->content->eci !== null;
    }

    /** What stands in the drawing itself; null where nothing is read of it, and of Micro QR Code. */
    private function drawn(LuminancePlane $picture): ?Reading
    {
        try {
            return $this->label->isMicro() ? null : KnownPlaceReader::read($picture, Version::of(intdiv($this->label->modules - 17, 4)), $this->label->corners, $this->label->isLight);
        } catch (Unreadable) {
            return null;
        }
    }
}
