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
     */
    private function __construct(
        public string $domain,
        public ElementString $elements,
        public array $extra,
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
        $segments = explode('/', trim($match[2], '/'));
        foreach (array_keys($segments) as $at) {
            $path = self::path(array_slice($segments, $at));
            if ($path !== null) {
                $before = implode('/', array_slice($segments, 0, $at));
                [$attributes, $extra] = self::query($match[3] ?? '');
                $fragment = $match[4] ?? '';

                return new self($match[1].($before === '' ? '' : "/$before"), new ElementString([...$path, ...$attributes]), $fragment === '' ? $extra : [...$extra, $fragment]);
            }
        }
        throw new InvalidElements('No primary key such as /01/09520123456788 stands in the path of this link.');
    }

    /** Key and qualifiers in the path in the standard's order, everything else in the query in the order given. */
    public function uri(): string
    {
        $key = self::key($this->elements) ?? throw new InvalidElements('There is no primary key.');
        $path = "/$key->ai/".rawurlencode($key->value);
        $inPath = [$key];
        foreach (AiTable::KEYS[$key->ai] ?? [] as $ai) {
            foreach ($this->elements->elements as $element) {
                if ($element->ai === $ai) {
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

    /**
     * @param  list<string>  $segments  from the key on
     * @return ?list<Element>
     */
    private static function path(array $segments): ?array
    {
        $key = $segments[0] ?? '';
        if (count($segments) % 2 !== 0 || ! isset(AiTable::KEYS[$key])) {
            return null;
        }
        $elements = [];
        for ($i = 0; $i + 1 < count($segments); $i += 2) {
            $value = rawurldecode($segments[$i + 1]);
            if ($value === '' || ($i > 0 && ! in_array($segments[$i], AiTable::KEYS[$key], true))) {
                return null;
            }
            $elements[] = new Element($segments[$i], in_array($segments[$i], ['01'], true) ? Gtin::padded($value) ?? $value : $value);
        }

        return preg_match('/^[\x21-\x7E]+$/D', $elements[0]->value) === 1 ? $elements : null;
    }

    /** @return array{list<Element>, list<string>} data attributes, and other parameters as they stand */
    private static function query(string $query): array
    {
        $elements = [];
        $extra = [];
        foreach ($query === '' ? [] : (preg_split('/[&;]/', $query) ?: []) as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), ''];
            if (AiTable::find($name) !== null && $value !== '') {
                $elements[] = new Element($name, rawurldecode($value));
            } elseif ($pair !== '') {
                $extra[] = $pair;
            }
        }

        return [$elements, $extra];
    }
}
