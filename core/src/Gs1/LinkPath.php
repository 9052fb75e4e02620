<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/**
 * Primary key and key qualifiers in the path of a link (GS1 Digital Link URI Syntax 1.3, 4.3 to 4.9), also where they
 * stand in the wrong order or do not belong together: then what is wrong with them.
 */
final readonly class LinkPath
{
    /** Names that releases before 1.2 allowed in place of numbers. */
    public const SHORT_NAMES = [
        'gtin' => '01', 'itip' => '8006', 'gmn' => '8013', 'cpid' => '8010', 'gln' => '414', 'payto' => '415', 'party' => '417', 'gsrnp' => '8017', 'gsrn' => '8018', 'gcn' => '255', 'sscc' => '00',
        'gdti' => '253', 'ginc' => '401', 'gsin' => '402', 'grai' => '8003', 'giai' => '8004',
        'cpv' => '22', 'lot' => '10', 'ser' => '21', 'tpx' => '235', 'cpsn' => '8011', 'glnx' => '254', 'refno' => '8020', 'srin' => '8019', 'exp' => '17',
    ];

    /**
     * @param  list<Element>  $elements
     * @param  list<array{code: string, message: string, segment: int}>  $faults  with the path segment that each is about
     * @param  bool  $usesNames  whether an older short name stands there
     */
    private function __construct(
        public array $elements,
        public array $faults,
        public bool $usesNames,
    ) {
    }

    /**
     * @param  list<string>  $segments  of the path from the key on, as they stand
     * @return ?self null when these do not mean to be a key and its qualifiers
     */
    public static function read(array $segments): ?self
    {
        $key = self::number($segments[0] ?? '');
        if (! isset(AiTable::KEYS[$key]) || ! isset($segments[1]) || ! self::isPlausible($key, rawurldecode($segments[1]), count($segments) > 3)) {
            return null;
        }
        [$elements, $faults] = [[], []];
        $place = -1;
        $usesNames = false;
        for ($i = 0; $i < count($segments); $i += 2) {
            $ai = self::number($segments[$i]);
            $value = rawurldecode($segments[$i + 1] ?? '');
            if (AiTable::find($ai) === null) {
                return null;
            }
            if ($value === '') {
                $faults[] = ['code' => 'value_missing', 'message' => "Behind ($ai) its value is missing.", 'segment' => $i];
                break;
            }
            $order = array_search($ai, AiTable::KEYS[$key], true);
            if ($i > 0 && $order === false) {
                $faults[] = ['code' => 'qualifier_foreign', 'message' => "($ai) is no key qualifier of ($key)".(AiTable::KEYS[$key] === [] ? ', which has none.' : ': those are ('.implode('), (', AiTable::KEYS[$key]).').').' In the path it makes the link another one; as an attribute it would stand in the query.', 'segment' => $i];
            } elseif ($i > 0 && $order === $place) {
                $faults[] = ['code' => 'doubled', 'message' => "($ai) stands twice in the path.", 'segment' => $i];
            } elseif ($i > 0 && $order < $place) {
                $faults[] = ['code' => 'qualifier_order', 'message' => "($ai) stands behind another qualifier that belongs after it. Resolvers go by the order (".implode('), (', AiTable::KEYS[$key]).').', 'segment' => $i];
            }
            $place = max($place, $i === 0 || $order === false ? $place : $order);
            $usesNames = $usesNames || $ai !== $segments[$i];
            $elements[] = new Element($ai, $ai === '01' ? Gtin::padded($value) ?? $value : $value);
        }

        return preg_match('/^[\x21-\x7E]+$/D', $elements[0]->value) === 1 ? new self($elements, $faults, $usesNames) : null;
    }

    /** The number of an identifier that may be given by its older name. */
    public static function number(string $segment): string
    {
        return self::SHORT_NAMES[strtolower($segment)] ?? $segment;
    }

    /** Whether this may be a key's value, so that a date in a path such as /2026/01/02 is not taken for one. */
    private static function isPlausible(string $key, string $value, bool $isQualified): bool
    {
        $identifier = AiTable::find($key);
        if ($identifier === null || $value === '') {
            return false;
        }
        $length = strlen($value);
        $isGtin = $identifier->components[0]->rule === 'cs' && $identifier->maxLength() === 14;
        // One digit more or less is a slip, and qualifiers behind it leave no doubt about what is meant.
        $fits = $isGtin ? in_array($length, Gtin::LENGTHS, true) || $length >= 11 && $length <= 15 : $length >= max(3, $identifier->minLength() - 1) && $length <= $identifier->maxLength() + 1;

        return $identifier->components[0]->set === 'n'
            ? preg_match('/^\d/', $value) === 1 && ($fits || ($isQualified && $length >= 6 && ctype_digit($value)))
            : $fits && preg_match('/\d/', $value) === 1;
    }
}
