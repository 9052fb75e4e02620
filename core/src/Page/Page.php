<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

/** What stands on a page: parts in their order, a style, and what the parts say in other languages. */
final readonly class Page
{
    private const MOST_PARTS = 40;

    private const MOST_LANGUAGES = 12;

    /**
     * @param  string  $language  that the parts are written in (BCP 47), such as en
     * @param  list<Part>  $parts
     * @param  array<string, array<string, array<string, string>>>  $words  by language, part and field
     */
    private function __construct(public string $language, public PageStyle $style, public array $parts, public array $words)
    {
    }

    /** @throws InvalidPage */
    public static function of(mixed $given): self
    {
        if (! is_array($given)) {
            throw new InvalidPage('', 'A page has a language, a style, parts and words.');
        }
        foreach (array_keys(array_diff_key($given, ['language' => 1, 'style' => 1, 'parts' => 1, 'words' => 1])) as $name) {
            throw new InvalidPage((string) $name, 'There is no such key here. Known are: language, style, parts, words.');
        }
        $parts = $given['parts'] ?? [];
        if (! is_array($parts) || ! array_is_list($parts) || count($parts) > self::MOST_PARTS) {
            throw new InvalidPage('parts', 'A page has a list of at most '.self::MOST_PARTS.' parts.');
        }
        $made = [];
        foreach ($parts as $i => $part) {
            $one = Part::of(is_array($part) ? $part : throw new InvalidPage("parts.$i", 'A part has fields by their names.'), "parts.$i");
            if (isset($made[$one->id])) {
                throw new InvalidPage("parts.$i.id", "Another part has the name $one->id.");
            }
            $made[$one->id] = $one;
        }

        return new self(self::tag($given['language'] ?? 'en', 'language'), PageStyle::of($given['style'] ?? null), array_values($made), self::spoken($given['words'] ?? [], $made));
    }

    /** @return list<string> its own first */
    public function languages(): array
    {
        return [$this->language, ...array_map(strval(...), array_keys($this->words))];
    }

    /** The parts as they are said in a language; its own where it has no others for it. */
    public function in(string $language): self
    {
        $words = $this->words[$language] ?? [];

        return new self($this->language, $this->style, array_map(static fn (Part $part): Part => $part->saying($words[$part->id] ?? []), $this->parts), $this->words);
    }

    /**
     * The language to answer in.
     *
     * @param  list<string>  $wanted  tags, the dearest first
     */
    public function language(array $wanted): string
    {
        foreach ($wanted as $tag) {
            foreach ([$tag, explode('-', $tag)[0]] as $one) {
                foreach ($this->languages() as $known) {
                    if (strcasecmp($known, $one) === 0 || strcasecmp(explode('-', $known)[0], $one) === 0) {
                        return $known;
                    }
                }
            }
        }

        return $this->language;
    }

    /** What its head says; '' without one. */
    public function title(): string
    {
        foreach ($this->parts as $part) {
            if ($part->kind === PartKind::Head && ! $part->isHidden) {
                return $part->text('title');
            }
        }

        return '';
    }

    /** The part of this identifier; null when there is none. */
    public function part(string $id): ?Part
    {
        return array_values(array_filter($this->parts, static fn (Part $part): bool => $part->id === $id))[0] ?? null;
    }

    /** @return list<string> identifiers of all files, those of hidden parts left out */
    public function files(): array
    {
        $shown = array_filter($this->parts, static fn (Part $part): bool => ! $part->isHidden);

        return array_values(array_unique(array_filter([$this->style->picture, ...array_merge(...array_map(static fn (Part $part): array => $part->files(), array_values($shown)))], static fn (string $id): bool => $id !== '')));
    }

    /** @return array{language: string, style: array<string, string>, parts: list<array<string, mixed>>, words: array<string, array<string, array<string, string>>>} */
    public function toArray(): array
    {
        return ['language' => $this->language, 'style' => $this->style->toArray(), 'parts' => array_map(static fn (Part $part): array => $part->toArray(), $this->parts), 'words' => $this->words];
    }

    /** @throws InvalidPage */
    private static function tag(mixed $given, string $field): string
    {
        return is_string($given) && preg_match('/^[A-Za-z]{2,3}(?:-[A-Za-z0-9]{2,8}){0,2}$/D', $given) === 1 ? strtolower(strtok($given, '-')).substr($given, strlen(strtok($given, '-'))) : throw new InvalidPage($field, 'A language is a tag such as en or cy.');
    }

    /**
     * @param  array<string, Part>  $parts
     * @return array<string, array<string, array<string, string>>>
     *
     * @throws InvalidPage
     */
    private static function spoken(mixed $given, array $parts): array
    {
        if (! is_array($given) || count($given) > self::MOST_LANGUAGES) {
            throw new InvalidPage('words', 'Words by language: at most '.self::MOST_LANGUAGES.' of them.');
        }
        $words = [];
        foreach ($given as $language => $byPart) {
            $tag = self::tag((string) $language, "words.$language");
            $words[$tag] = [];
            foreach (is_array($byPart) ? $byPart : throw new InvalidPage("words.$language", 'Words by the name of the part.') as $id => $said) {
                // Of parts that were taken out since, nothing is kept.
                $part = $parts[$id] ?? null;
                if ($part === null) {
                    continue;
                }
                foreach (is_array($said) ? $said : throw new InvalidPage("words.$language.$id", 'Words by the name of the field.') as $name => $one) {
                    $one = PartField::text(6000)->value($one, "words.$language.$id.$name");
                    if (is_string($one) && $one !== '' && isset($part->spoken()[$name])) {
                        $words[$tag][(string) $id][(string) $name] = $one;
                    }
                }
            }
        }

        return $words;
    }
}
