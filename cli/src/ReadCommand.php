<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Content;
use KeenGlyph\Core\Read\JoinedText;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Report\ReadingFacts;

/** `bin/glyph read`: pictures to texts. */
final class ReadCommand implements Command
{
    private const SYMBOLOGIES = ['qr', 'microqr', 'ean13', 'ean8', 'upca', 'upce', 'itf14', 'code128', 'code39'];

    public function run(array $words, Output $output): int
    {
        $arguments = Arguments::parse($words, ['symbology'], ['json', 'join']);
        $wanted = $arguments->has('symbology') ? explode(',', (string) $arguments->get('symbology')) : self::SYMBOLOGIES;
        foreach ($wanted as $symbology) {
            if (! in_array($symbology, self::SYMBOLOGIES, true)) {
                throw new UsageError("The symbology “{$symbology}” is not read here: ".implode(', ', self::SYMBOLOGIES).'.');
            }
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
            $result = self::read($file, $bytes, $wanted);
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
                $readings = (new Reader)->read((new PictureDecoder)->decode($bytes), false)->readings;
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
     * @param  list<string>  $wanted
     * @return array{file: string, ms: float, symbols: list<array<string, mixed>>, failure: ?string}
     */
    private static function read(string $file, string $bytes, array $wanted): array
    {
        $start = hrtime(true);
        $symbols = [];
        try {
            $outcome = (new Reader)->read((new PictureDecoder)->decode($bytes), array_diff($wanted, ['qr', 'microqr']) !== []);
            $symbols = [...array_map(ReadingFacts::of(...), $outcome->readings), ...array_map(ReadingFacts::ofLinear(...), $outcome->linear)];
            $symbols = array_values(array_filter($symbols, static fn (array $symbol): bool => in_array($symbol['symbology'], $wanted, true)));
            $failure = $symbols === [] ? ($outcome->failedAt ?? Stage::NoFinder)->hint() : null;
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
