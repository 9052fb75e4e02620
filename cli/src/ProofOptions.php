<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Degrade\InvalidDevice;
use KeenGlyph\Core\Proof\InvalidRequirement;
use KeenGlyph\Core\Proof\ProofPlan;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputOption;

/** Which devices, which conditions, and what must hold: from options, and from a profile in a file. */
final class ProofOptions
{
    /** Bytes of a profile. */
    private const PROFILE = 65_536;

    public static function describe(Command $command): void
    {
        $command
            ->addOption('device', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Only this device; may be repeated', [], array_keys(Devices::all()))
            ->addOption('condition', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Only this condition; may be repeated', [], array_column(Condition::cases(), 'value'))
            ->addOption('require', null, InputOption::VALUE_REQUIRED, 'What must hold: tilt>=30,checkout_scanner.distance>=25cm,grade>=B')
            ->addOption('profile', null, InputOption::VALUE_REQUIRED, 'A JSON file with devices, conditions and require');
    }

    public static function plan(Arguments $arguments): ProofPlan
    {
        $profile = $arguments->has('profile') ? self::profile((string) $arguments->get('profile')) : [];
        try {
            return ProofPlan::from(
                $arguments->all('device') !== [] ? $arguments->all('device') : $profile['devices'] ?? null,
                $arguments->all('condition') !== [] ? $arguments->all('condition') : $profile['conditions'] ?? null,
                implode(',', array_filter([self::words($profile, 'require'), (string) $arguments->get('require')])),
            );
        } catch (InvalidRequirement|InvalidDevice $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
    }

    /** @return array<array-key, mixed> */
    private static function profile(string $file): array
    {
        $text = Files::read($file);
        $profile = strlen($text) > self::PROFILE ? null : json_decode($text, true, 8);

        return is_array($profile) ? $profile : throw new UsageError("“{$file}” is no profile: JSON with devices, conditions and require.");
    }

    /** @param  array<array-key, mixed>  $profile */
    private static function words(array $profile, string $name): string
    {
        $value = $profile[$name] ?? '';

        return match (true) {
            is_string($value) => $value,
            is_array($value) => implode(',', array_filter($value, is_string(...))),
            default => throw new UsageError("“{$name}” in a profile is a text, or a list of them."),
        };
    }
}
