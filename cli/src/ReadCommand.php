<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use InvalidArgumentException;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Read\Content;
use KeenGlyph\Core\Read\JoinedText;
use KeenGlyph\Core\Read\PictureReader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Report\ReadingFacts;

/** `bin/glyph read`: pictures to texts. */
final class ReadCommand implements Command
{
    public function run(array $words, Output $output): int
    {
        $arguments = Arguments::parse($words, ['symbology', 'budget-ms'], ['json', 'join']);
        try {
            $options = new ReadOptions(
                $arguments->has('symbology') ? ReadOptions::named(array_map(trim(...), explode(',', (string) $arguments->get('symbology')))) : ReadOptions::SYMBOLOGIES,
                $arguments->has('budget-ms') ? (float) $arguments->get('budget-ms') : ReadOptions::BUDGET,
            );
        } catch (InvalidArgumentException $e) {
            throw new UsageError($e->getMessage());
        }
        if ($arguments->rest === []) {
            throw new UsageError('Name one or more pictures: bin/glyph read FILE…');
        }
        $pictures = [];
        foreach ($arguments->rest as $file) {
            $pictures[] = [$file, Files::read($file)];
        }
        $results = [];
        $unread = 0;
        foreach ($pictures as [$file, $bytes]) {
            $result = self::read($file, $bytes, $options);
            $unread += (int) ($result['symbols'] === []);
            $results[] = $result;
            if (! $arguments->has('json') && ! $arguments->has('join')) {
                self::print($result, $output, count($pictures) > 1);
            }
        }
        if ($arguments->has('join')) {
            return self::join(array_map(static fn (array $picture): string => $picture[1], $pictures), $output);
        }
        if ($arguments->has('json')) {
            $output->json($results);
        }

        return $unread === 0 ? 0 : 1;
    }

    /**
     * One text from a sequence over all pictures.
     *
     * @param  list<string>  $pictures
     */
    private static function join(array $pictures, Output $output): int
    {
        $contents = [];
        foreach ($pictures as $bytes) {
            try {
                $readings = (new PictureReader)->read($bytes, ReadOptions::qr())->outcome->readings;
            } catch (InvalidPicture) {
                $readings = [];
            }
            $contents = [...$contents, ...array_map(static fn (Reading $reading): Content => $reading->symbol->content, $readings)];
        }
        $joined = JoinedText::of($contents);
        if ($joined === null) {
            $output->error('These symbols are no complete sequence: some are missing, or belong to another one.');

            return 1;
        }
        $output->raw($joined->text);

        return 0;
    }

    /**
     * @return array{file: string, ms: float, symbols: list<array<string, mixed>>, failure: ?string}
     */
    private static function read(string $file, string $bytes, ReadOptions $options): array
    {
        $start = hrtime(true);
        $symbols = [];
        try {
            $outcome = (new PictureReader)->read($bytes, $options)->outcome;
            $symbols = [...array_map(ReadingFacts::of(...), $outcome->readings), ...array_map(ReadingFacts::ofLinear(...), $outcome->linear)];
            $failure = $outcome->failure?->hint();
        } catch (InvalidPicture $e) {
            $failure = $e->getMessage();
        }

        return ['file' => $file, 'ms' => round((hrtime(true) - $start) / 1e6, 2), 'symbols' => $symbols, 'failure' => $failure];
    }

    /** @param  array{file: string, ms: float, symbols: list<array<string, mixed>>, failure: ?string}  $result */
    private static function print(array $result, Output $output, bool $named): void
    {
        $prefix = $named ? $result['file'].': ' : '';
        foreach ($result['symbols'] as $symbol) {
            $output->line($prefix.(is_string($symbol['text']) ? $symbol['text'] : ''));
        }
        if ($result['failure'] !== null) {
            $output->error($prefix.$result['failure']);
        }
    }
}
