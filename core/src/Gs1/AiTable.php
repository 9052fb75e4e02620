<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** All application identifiers, from the data file. */
final class AiTable
{
    /** Primary keys of GS1 Digital Link and their key qualifiers in order (GS1 Digital Link URI Syntax 1.3, 4.3 to 4.9). */
    public const KEYS = [
        '00' => [], '01' => ['22', '10', '21', '235'], '253' => [], '255' => [], '401' => [], '402' => [], '414' => ['254', '7040'], '415' => ['8020'], '417' => ['7040'],
        '8003' => [], '8004' => ['7040'], '8006' => ['22', '10', '21'], '8010' => ['8011'], '8013' => [], '8017' => ['8019'], '8018' => ['8019'],
    ];

    /** Words by which people look for identifiers, beside their titles. */
    private const WORDS = [
        '00' => 'pallet shipping container logistic unit', '01' => 'product article number trade item', '10' => 'lot', '11' => 'production made', '15' => 'best before minimum durability shelf life',
        '17' => 'expiration expires', '21' => 'serial number', '310n' => 'weight mass kilogram gram', '320n' => 'weight pound', '330n' => 'weight kilogram', '37' => 'how many units', '392n' => 'price', '414' => 'location gln',
        '422' => 'country of origin', '423' => 'country', '8003' => 'returnable asset crate', '8004' => 'individual asset', '8008' => 'production date time', '253' => 'document', '402' => 'shipment', '7003' => 'expiry date and time', '13' => 'packaging packed', '30' => 'count pieces variable', '400' => 'purchase order',
    ];

    /** @var ?array<string, ApplicationIdentifier> by identifier */
    private static ?array $all = null;

    /** The identifier of two to four digits, such as `01` or `3103`; null for what is none. */
    public static function find(string $ai): ?ApplicationIdentifier
    {
        return self::all()[$ai] ?? null;
    }

    /** The identifier with which a text of digits begins. */
    public static function at(string $text): ?ApplicationIdentifier
    {
        foreach ([2, 3, 4] as $length) {
            $found = self::all()[substr($text, 0, $length)] ?? null;
            if ($found !== null && strlen($found->ai) === $length) {
                return $found;
            }
        }

        return null;
    }

    /**
     * Every identifier, those with decimal places once for each number of them.
     *
     * @return array<string, ApplicationIdentifier>
     */
    public static function all(): array
    {
        return self::$all ??= self::load();
    }

    /**
     * Families whose title, number or common words hold every word asked for.
     *
     * @return list<ApplicationIdentifier> of families with decimal places the one without any
     */
    public static function search(string $query): array
    {
        $words = preg_split('/\s+/', mb_strtolower(trim($query))) ?: [];
        $found = [];
        foreach (self::all() as $identifier) {
            if (isset($found[$identifier->family])) {
                continue;
            }
            $text = mb_strtolower("$identifier->ai $identifier->family $identifier->title ".(self::WORDS[$identifier->family] ?? ''));
            if (array_filter($words, static fn (string $word): bool => ! str_contains($text, $word)) === []) {
                $found[$identifier->family] = $identifier;
            }
        }

        return array_values($found);
    }

    /** Common words for a family, for search on a screen. */
    public static function words(string $family): string
    {
        return self::WORDS[$family] ?? '';
    }

    /** @return array<string, ApplicationIdentifier> */
    private static function load(): array
    {
        $all = [];
        foreach (file(__DIR__.'/ai-table.txt', FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            if ($line[0] === '#') {
                continue;
            }
            [$family, $format, $title, $pairs] = array_map(trim(...), explode('|', $line));
            $components = array_map(Component::parse(...), explode('+', $format));
            [$needs, $excludes] = self::pairs($pairs);
            foreach (self::members($family) as $ai) {
                $all[$ai] = new ApplicationIdentifier($ai, str_contains($family, '-') ? $ai : $family, $title, $components, $needs, $excludes);
            }
        }

        return $all;
    }

    /** @return list<string> */
    private static function members(string $family): array
    {
        if (str_ends_with($family, 'n')) {
            $places = in_array($family, ['390n', '391n', '392n', '393n'], true) ? 9 : ($family === '394n' ? 3 : 5);

            return array_map(static fn (int $n): string => substr($family, 0, 3).$n, range(0, $places));
        }
        if (preg_match('/^(\d+)(\d)-(\d)$/D', $family, $match) === 1) {
            return array_map(static fn (int $n): string => $match[1].$n, range((int) $match[2], (int) $match[3]));
        }

        return [$family];
    }

    /** @return array{list<list<string>>, list<string>} */
    private static function pairs(string $pairs): array
    {
        $needs = [];
        $excludes = [];
        foreach (array_filter(array_map(trim(...), explode(';', $pairs))) as $pair) {
            [$word, $list] = [...explode(' ', $pair, 2), ''];
            if ($word === 'req') {
                $needs[] = explode(',', $list);
            } else {
                $excludes = [...$excludes, ...explode(',', $list)];
            }
        }

        return [$needs, $excludes];
    }
}
