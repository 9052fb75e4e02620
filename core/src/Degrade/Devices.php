<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/** The device families that come with the bench. */
final class Devices
{
    /** @var ?array<string, DeviceModel> */
    private static ?array $all = null;

    /** @return array<string, DeviceModel> by name */
    public static function all(): array
    {
        if (self::$all === null) {
            /** @var list<array<string, mixed>> $given */
            $given = json_decode((string) file_get_contents(__DIR__.'/devices.json'), true, 8, JSON_THROW_ON_ERROR);
            $models = array_map(DeviceModel::of(...), $given);
            self::$all = array_combine(array_map(static fn (DeviceModel $model): string => $model->id, $models), $models);
        }

        return self::$all;
    }

    /** @throws InvalidDevice when there is none of this name */
    public static function named(string $id): DeviceModel
    {
        return self::all()[$id] ?? throw new InvalidDevice('id', "There is no device $id. There are ".implode(', ', array_keys(self::all())).'.');
    }
}
