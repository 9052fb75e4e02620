<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Grade\Letter;

/**
 * Something that must hold of a glyph, as people write it: tilt>=30, checkout_scanner.distance>=25cm, curvature<=70mm,
 * grade>=B. Without a device it must hold of all.
 */
final readonly class Requirement
{
    /** Millimetres in the units that lengths may be written in. */
    private const LENGTHS = ['' => 1.0, 'mm' => 1.0, 'cm' => 10.0, 'm' => 1000.0];

    /** Most of them in one text. */
    private const MOST = 60;

    /**
     * @param  ?string  $device  that it is about; null for all
     * @param  ?Condition  $condition  that must be borne; null for the print grade
     * @param  float  $figure  in the condition's unit, or the least grade
     */
    private function __construct(public string $text, public ?string $device, public ?Condition $condition, public float $figure)
    {
    }

    /**
     * @return list<self> of a text with commas between them
     *
     * @throws InvalidRequirement
     */
    public static function parse(string $text): array
    {
        $parts = array_values(array_filter(array_map(static fn (string $part): string => trim($part, " \t\r\n"), explode(',', $text)), static fn (string $part): bool => $part !== ''));
        if (count($parts) > self::MOST) {
            throw new InvalidRequirement('At most '.self::MOST.' things can be required at once.');
        }

        return array_map(self::one(...), $parts);
    }

    /** @throws InvalidRequirement */
    private static function one(string $part): self
    {
        if (preg_match('/^grade\s*>=\s*(?:([A-DFa-df])|([0-4](?:\.\d)?))$/D', $part, $match) === 1) {
            return new self($part, null, null, isset($match[2]) ? (float) $match[2] : Letter::from(strtoupper($match[1]))->least());
        }
        if (preg_match('/^(?:([a-z0-9_]{1,40})\.)?([a-z]{1,20})\s*(>=|<=)\s*(\d{1,6}(?:\.\d{1,4})?)\s*(mm\/s|mm|cm|m|°|lx|%|:1|modules)?$/Du', $part, $match) !== 1) {
            throw new InvalidRequirement(sprintf('“%s” is no requirement. They look like tilt>=30, checkout_scanner.distance>=25cm or grade>=B.', mb_scrub(mb_substr($part, 0, 60))));
        }
        $condition = Condition::tryFrom($match[2]) ?? throw new InvalidRequirement("There is no condition {$match[2]}. There are ".implode(', ', array_column(Condition::cases(), 'value')).' and grade.');
        if ($match[1] !== '' && ! isset(Devices::all()[$match[1]])) {
            throw new InvalidRequirement("There is no device {$match[1]}. There are ".implode(', ', array_keys(Devices::all())).'.');
        }
        $sign = $condition->isHarderBelow() ? '<=' : '>=';
        if ($match[3] !== $sign) {
            throw new InvalidRequirement("Of {$match[2]} a ".($condition->isHarderBelow() ? 'smaller' : 'larger')." figure is the harder one: write {$match[2]}$sign{$match[4]}.");
        }
        $unit = $match[5] ?? '';
        $isLength = $condition->unit() === 'mm';
        if ($unit !== '' && ($isLength ? ! isset(self::LENGTHS[$unit]) : $unit !== str_replace(' ', '', $condition->unit()))) {
            throw new InvalidRequirement("{$condition->label()} is measured in {$condition->unit()}, not in $unit.");
        }

        return new self($part, $match[1] === '' ? null : $match[1], $condition, (float) $match[4] * ($isLength ? self::LENGTHS[$unit] ?? 1.0 : 1.0));
    }

    /** Whether it asks something of this cell. */
    public function isAbout(ProofCell $cell): bool
    {
        return $this->condition === $cell->condition && ($this->device === null || $this->device === $cell->device->id);
    }
}
