<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Degrade\Devices;

/** Which devices and conditions a proof looks at, and what must hold of each. */
final readonly class ProofPlan
{
    /** Cells of one proof at most: each takes about half a second. */
    public const MOST_CELLS = 240;

    /**
     * @param  list<DeviceModel>  $devices
     * @param  list<Condition>  $conditions
     * @param  list<Requirement>  $requirements
     *
     * @throws InvalidRequirement when there is nothing to look at, or too much
     */
    public function __construct(public array $devices, public array $conditions, public array $requirements = [])
    {
        $cells = count($devices) * count($conditions);
        if ($cells === 0 || $cells > self::MOST_CELLS) {
            throw new InvalidRequirement($cells === 0 ? 'Name at least one device and one condition.' : "That would be $cells cells; ".self::MOST_CELLS.' is the most.');
        }
    }

    /**
     * The usual devices and conditions, and what else the requirements speak of.
     *
     * @param  list<Requirement>  $requirements
     */
    public static function usual(array $requirements = []): self
    {
        $more = array_values(array_filter(array_map(static fn (Requirement $one): ?Condition => $one->condition, $requirements)));

        return new self(array_values(Devices::all()), self::ordered([...Condition::USUAL, ...$more]), $requirements);
    }

    /** What a device must bear: what is required of it or of all, else what is usual. */
    public function need(DeviceModel $device, Condition $condition): float
    {
        $need = null;
        foreach ($this->requirements as $one) {
            if ($one->condition === $condition && ($one->device === null || $one->device === $device->id)) {
                $need = $need === null ? $one->figure : ($condition->isHarderBelow() ? min($need, $one->figure) : max($need, $one->figure));
            }
        }

        return $need ?? $condition->usualNeed($device);
    }

    /** @return list<array{DeviceModel, Condition}> row by row */
    public function pairs(): array
    {
        $pairs = [];
        foreach ($this->devices as $device) {
            foreach ($this->conditions as $condition) {
                $pairs[] = [$device, $condition];
            }
        }

        return $pairs;
    }

    /** @return array<string, mixed> what a result depends on beside the label */
    public function toArray(): array
    {
        return [
            'devices' => array_map(static fn (DeviceModel $device): array => $device->toArray(), $this->devices),
            'conditions' => array_map(static fn (Condition $condition): string => $condition->value, $this->conditions),
            'require' => implode(',', array_map(static fn (Requirement $one): string => $one->text, $this->requirements)),
        ];
    }

    /**
     * @param  list<Condition>  $conditions
     * @return list<Condition> each once, in the order of the scale's own list
     */
    private static function ordered(array $conditions): array
    {
        return array_values(array_filter(Condition::cases(), static fn (Condition $one): bool => in_array($one, $conditions, true)));
    }
}
