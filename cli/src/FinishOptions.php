<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\InvalidFinish;

/** The look asked for: a finish file, and single options that go before it. */
final class FinishOptions
{
    private const KEYS = ['dark', 'light', 'quiet'];

    /** @throws UsageError|InvalidFinish */
    public static function from(Arguments $arguments): Finish
    {
        $file = $arguments->get('finish');
        $given = $file === null ? [] : self::read($file);
        $quiet = $arguments->integer('quiet') ?? $given['quiet'] ?? Finish::QUIET;
        if (! is_int($quiet)) {
            throw new UsageError("“quiet” in {$file} is a whole number of modules.");
        }

        return new Finish(
            Colour::fromHex($arguments->get('dark') ?? self::text($given['dark'] ?? '#000000')),
            Colour::fromHex($arguments->get('light') ?? self::text($given['light'] ?? '#FFFFFF'), 'light'),
            $quiet,
        );
    }

    /** @return array<mixed> */
    private static function read(string $file): array
    {
        $given = json_decode(Files::read($file), true);
        if (! is_array($given)) {
            throw new UsageError("{$file} is not a JSON object such as {\"dark\": \"#2B1A0E\", \"light\": \"#FFFAEC\", \"quiet\": 4}.");
        }
        foreach (array_diff(array_keys($given), self::KEYS) as $unknown) {
            throw new UsageError("“{$unknown}” in {$file} is nothing that a finish has: ".implode(', ', self::KEYS).'.');
        }

        return $given;
    }

    private static function text(mixed $value): string
    {
        return is_string($value) ? $value : throw new UsageError('A colour is written as text, such as "#2B1A0E".');
    }
}
