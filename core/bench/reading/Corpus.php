<?php

declare(strict_types=1);

namespace KeenGlyph\Bench\Reading;

use UnexpectedValueException;

/** Pictures in a folder, with what they hold and what another reader made of them. */
final readonly class Corpus
{
    /** @param  list<array{file: string, category: string, texts: list<string>, other: ?array{texts: list<string>, ms: float}}>  $pictures */
    private function __construct(public array $pictures)
    {
    }

    /** @param  ?list<string>  $categories  all when null */
    public static function in(string $folder, ?array $categories = null): self
    {
        $others = [];
        foreach (is_file("$folder/opencv.json") ? self::list("$folder/opencv.json") : [] as $other) {
            $others[self::text($other['file'] ?? null)] = ['texts' => self::texts($other['texts'] ?? null), 'ms' => (float) array_sum(array_filter((array) ($other['ms'] ?? []), is_numeric(...)))];
        }
        $pictures = [];
        foreach (self::list("$folder/truth.json") as $picture) {
            $file = self::text($picture['file'] ?? null);
            $category = self::text($picture['category'] ?? null);
            if ($categories === null || in_array($category, $categories, true)) {
                $pictures[] = ['file' => $file, 'category' => $category, 'texts' => self::texts($picture['texts'] ?? null), 'other' => $others[$file] ?? null];
            }
        }

        return new self($pictures);
    }

    /** @return list<array<array-key, mixed>> */
    private static function list(string $file): array
    {
        $read = json_decode((string) file_get_contents($file), true, flags: JSON_THROW_ON_ERROR);

        return array_values(array_filter(is_array($read) ? $read : [], is_array(...)));
    }

    private static function text(mixed $value): string
    {
        return is_string($value) ? $value : throw new UnexpectedValueException('The corpus’s list names no file or category.');
    }

    /** @return list<string> */
    private static function texts(mixed $value): array
    {
        return array_values(array_filter(is_array($value) ? $value : [], is_string(...)));
    }
}
