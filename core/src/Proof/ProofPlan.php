<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Degrade\InvalidDevice;

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
     * @throws InvalidDevice when two have the same name
     */
    public function __construct(public array $devices, public array $conditions, public array $requirements = [])
    {
        $names = array_map(static fn (DeviceModel $device): string => $device->id, $devices);
        if (count(array_unique($names)) < count($names)) {
            throw new InvalidDevice('id', 'Two devices have the same name. Each needs an id of its own.');
        }
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

    /**
     * A plan as JSON has it: what is left out is what is usual.
     *
     * @param  mixed  $devices  a list of names, or of devices with all their figures
     * @param  mixed  $conditions  a list of names
     * @param  string  $require  what must hold
     *
     * @throws InvalidRequirement|InvalidDevice
     */
    public static function from(mixed $devices, mixed $conditions, string $require): self
    {
        $requirements = Requirement::parse($require);
        $usual = self::usual($requirements);
        [$devices, $conditions] = [self::entries($devices), self::entries($conditions)];

        return new self(
            $devices === [] ? $usual->devices : array_values(array_map(self::device(...), $devices)),
            $conditions === [] ? $usual->conditions : self::ordered(array_values(array_map(self::condition(...), $conditions))),
            $requirements,
        );
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

    /** @return list<mixed> */
    private static function entries(mixed $given): array
    {
        return match (true) {
            $given === null => [],
            is_array($given) && array_is_list($given) && count($given) <= self::MOST_CELLS => $given,
            default => throw new InvalidRequirement('Devices and conditions are lists.'),
        };
    }

    private static function device(mixed $given): DeviceModel
    {
        return match (true) {
            is_string($given) => Devices::named($given),
            is_array($given) => DeviceModel::of($given),
            default => throw new InvalidRequirement('A device is a name, or an object with all its figures.'),
        };
    }

    private static function condition(mixed $given): Condition
    {
        return (is_string($given) ? Condition::tryFrom($given) : null) ?? throw new InvalidRequirement('There is no condition '.(is_string($given) ? mb_scrub(mb_substr($given, 0, 40)) : gettype($given)).'. There are '.implode(', ', array_column(Condition::cases(), 'value')).'.');
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
