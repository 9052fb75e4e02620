<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** GS1 Digital Link URI: GS1 Digital Link Standard, URI Syntax 1.3. */
final readonly class DigitalLink
{
    public const CANONICAL_DOMAIN = 'https://id.gs1.org';

    /**
     * @param  string  $domain  scheme, host and the path before the key, without a slash at the end
     * @param  list<string>  $extra  other parameters as they stand, and a fragment with its #
     * @param  list<array{code: string, message: string, offset: int}>  $faults  what the path breaks, with bytes before it
     */
    private function __construct(
        public string $domain,
        public ElementString $elements,
        public array $extra,
        public array $faults = [],
        public bool $usesNames = false,
    ) {
    }

    /**
     * @param  string  $domain  may be a bare host
     * @param  list<string>  $extra
     *
     * @throws InvalidElements when there is no primary key among the elements, or the domain cannot begin a URI
     */
    public static function of(ElementString $elements, string $domain = self::CANONICAL_DOMAIN, array $extra = []): self
    {
        $domain = rtrim(preg_match('#^https?://#i', $domain) === 1 ? $domain : "https://$domain", '/');
        if (preg_match('#^https?://(?:[^\s/?\#@"<>\\\\:()\[\]]+|\[[0-9A-Fa-f:.]+\])(?::\d{1,5})?(?:/[^\s?\#"<>\\\\]*)?$#iD', $domain) !== 1) {
            throw new InvalidElements("“{$domain}” cannot begin a link: a host such as id.fennmoor.example, perhaps with a path.");
        }
        if (self::key($elements) === null) {
            throw new InvalidElements('A Digital Link needs a primary key, such as (01) GTIN, (00) SSCC or (414) location.');
        }

        return new self($domain, $elements, $extra);
    }

    /**
     * Finds the primary key in the path; what stands before it belongs to the domain.
     *
     * @throws InvalidElements when the text is no Digital Link
     */
    public static function parse(string $uri): self
    {
        if (preg_match('#^(https?://[^/?\#\s]+)([^?\#\s]*)(?:\?([^\#\s]*))?(\#\S*)?$#iD', $uri, $match) !== 1) {
            throw new InvalidElements('This is neither an element string such as (01)09520123456788 nor a Digital Link.');
        }
        $segments = explode('/', rtrim(substr($match[2], 1), '/'));
        foreach (array_keys($segments) as $at) {
            $path = LinkPath::read(array_slice($segments, $at));
            if ($path !== null) {
                $offset = static fn (int $segment): int => strlen($match[1]) + 1 + strlen(implode('/', array_slice($segments, 0, $at + $segment))) + ($at + $segment === 0 ? 0 : 1);
                [$early, $faults] = self::beforeKey($segments, $at, $path->elements[0]->ai);
                $before = implode('/', array_slice($segments, 0, $at - 2 * count($early)));
                [$attributes, $extra] = self::query($match[3] ?? '');
                $fragment = $match[4] ?? '';

                return new self(
                    $match[1].($before === '' ? '' : "/$before"),
                    new ElementString([...$path->elements, ...$early, ...$attributes]),
                    $fragment === '' ? $extra : [...$extra, $fragment],
                    array_map(static fn (array $fault): array => ['code' => $fault['code'], 'message' => $fault['message'], 'offset' => $offset($fault['segment'])], [...$faults, ...$path->faults]),
                    $path->usesNames,
                );
            }
        }
        throw new InvalidElements('No primary key such as /01/09520123456788 stands in the path of this link.');
    }

    /**
     * Key qualifiers that stand right before their key, where they belong behind it (4.9).
     *
     * @param  list<string>  $segments
     * @param  int  $at  segment of the key
     * @return array{list<Element>, list<array{code: string, message: string, segment: int}>} segments counted from the key
     */
    private static function beforeKey(array $segments, int $at, string $key): array
    {
        [$early, $faults] = [[], []];
        for ($i = $at - 2; $i >= 0; $i -= 2) {
            $ai = LinkPath::number($segments[$i]);
            $value = rawurldecode($segments[$i + 1]);
            if (! in_array($ai, AiTable::KEYS[$key] ?? [], true) || $value === '' || strlen($value) > (int) AiTable::find($ai)?->maxLength()) {
                break;
            }
            array_unshift($early, new Element($ai, $value));
            array_unshift($faults, ['code' => 'qualifier_order', 'message' => "($ai) stands before its key ($key), so resolvers take it for a part of the address. It belongs behind the key.", 'segment' => $i - $at]);
        }

        return [$early, $faults];
    }

    /** Key and qualifiers in the path in the standard's order, everything else in the query in the order given. */
    public function uri(): string
    {
        $key = self::key($this->elements) ?? throw new InvalidElements('There is no primary key.');
        $path = "/$key->ai/".rawurlencode($key->value);
        $inPath = [$key];
        foreach (AiTable::KEYS[$key->ai] ?? [] as $ai) {
            foreach ($this->elements->elements as $element) {
                // A qualifier stands in the path once; what is there again stays for the rules to find.
                if ($element->ai === $ai && ! in_array($ai, array_column($inPath, 'ai'), true)) {
                    $path .= "/$ai/".rawurlencode($element->value);
                    $inPath[] = $element;
                }
            }
        }
        $pairs = [];
        foreach ($this->elements->elements as $element) {
            if (! in_array($element, $inPath, true)) {
                $pairs[] = $element->ai.'='.rawurlencode($element->value);
            }
        }
        $fragment = implode('', array_filter($this->extra, static fn (string $extra): bool => str_starts_with($extra, '#')));
        $pairs = [...$pairs, ...array_filter($this->extra, static fn (string $extra): bool => $extra !== '' && ! str_starts_with($extra, '#'))];

        return $this->domain.$path.($pairs === [] ? '' : '?'.implode('&', $pairs)).$fragment;
    }

    /** The canonical form: GS1's own domain, attributes in the order of their identifiers, nothing else (4.13). */
    public function canonical(): string
    {
        $elements = $this->elements->elements;
        usort($elements, static fn (Element $a, Element $b): int => strcmp($a->ai, $b->ai));

        return (new self(self::CANONICAL_DOMAIN, new ElementString($elements), []))->uri();
    }

    /** The first element that can be a primary key: a trade item before anything else. */
    public static function key(ElementString $elements): ?Element
    {
        foreach (['01', '8006', null] as $wanted) {
            foreach ($elements->elements as $element) {
                if ($wanted === null ? isset(AiTable::KEYS[$element->ai]) : $element->ai === $wanted) {
                    return $element;
                }
            }
        }

        return null;
    }

    /** @return array{list<Element>, list<string>} data attributes, and other parameters as they stand */
    private static function query(string $query): array
    {
        $elements = [];
        $extra = [];
        foreach ($query === '' ? [] : (preg_split('/[&;]/', $query) ?: []) as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), ''];
            $name = LinkPath::number($name);
            if (AiTable::find($name) !== null && $value !== '') {
                $elements[] = new Element($name, rawurldecode($value));
            } elseif ($pair !== '') {
                $extra[] = $pair;
            }
        }

        return [$elements, $extra];
    }
}
