<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use Normalizer;

/** Names of files by a pattern: safe on every system, and each once. */
final class FileNames
{
    private const LONGEST = 100;

    /** Names that a system keeps for itself. */
    private const RESERVED = '/^(?:con|prn|aux|nul|com\d|lpt\d)$/i';

    /** @var array<int, true> by a hash of eight bytes, which for a hundred thousand names are their own */
    private array $taken = [];

    /** @param  array<string, string>  $values  that go into the pattern's places as they stand */
    public function name(string $pattern, array $values, int $row): string
    {
        $wanted = (string) preg_replace_callback('/\{\{\s*([A-Za-z_][A-Za-z0-9_.-]{0,63})\s*\}\}/', static fn (array $match): string => $values[$match[1]] ?? '', $pattern);
        $normal = Normalizer::normalize($wanted);
        $wanted = is_string($normal) ? $normal : $wanted;
        // A name is a name, never a path.
        $safe = trim(mb_substr((string) preg_replace('/[^\pL\pN._ -]+/u', '-', $wanted), 0, self::LONGEST), " .-\t\n\r");
        $safe = $safe === '' || preg_match(self::RESERVED, $safe) === 1 ? sprintf('row-%05d', $row) : $safe;
        $free = $safe;
        for ($i = 2; isset($this->taken[self::key($free)]); $i++) {
            $free = "{$safe}-{$i}";
        }
        $this->taken[self::key($free)] = true;

        return $free;
    }

    /** Systems that do not tell capitals from small letters have one file of both. */
    private static function key(string $name): int
    {
        return (int) hexdec(substr(hash('xxh3', mb_strtolower($name)), 1));
    }
}
