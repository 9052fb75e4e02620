<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

use DateTimeImmutable;
use KeenGlyph\Core\Gs1\AiTable;
use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\InvalidElements;

/**
 * Picks the link that answers a GS1 Digital Link (GS1-Conformant resolver standard 1.0): the most specific level that has
 * one, walking up from serial to batch to trade item.
 */
final class Resolver
{
    /**
     * The identifier and its parts, the most specific first.
     *
     * @return non-empty-list<string> paths such as /01/09520123456788/10/H26-07
     *
     * @throws InvalidElements when the link has no primary key
     */
    public static function levels(DigitalLink $link): array
    {
        $key = DigitalLink::key($link->elements) ?? throw new InvalidElements('There is no primary key.');
        $levels = [$path = "/$key->ai/".rawurlencode($key->value)];
        foreach (AiTable::KEYS[$key->ai] ?? [] as $ai) {
            foreach ($link->elements->elements as $element) {
                if ($element->ai === $ai) {
                    array_unshift($levels, $path .= "/$ai/".rawurlencode($element->value));
                }
            }
        }

        return $levels;
    }

    /**
     * @param  list<ResolverEntry>  $entries
     * @param  list<string>  $levels  the most specific first
     * @param  ?string  $type  that is asked for; null for the default
     * @param  list<string>  $languages  as they are wanted
     * @param  list<string>  $media  media types that are wanted; none for any
     */
    public static function pick(array $entries, array $levels, ?string $type, array $languages, array $media, DateTimeImmutable $now): ?ResolverEntry
    {
        $open = array_values(array_filter($entries, static fn (ResolverEntry $entry): bool => $entry->endsAt === null || $entry->endsAt > $now));
        foreach ([true, false] as $isRecall) {
            foreach ($levels as $level) {
                $fitting = array_values(array_filter($open, static fn (ResolverEntry $entry): bool => $entry->path === $level && ($isRecall ? $entry->isRecall : ($type === null ? $entry->isDefault : $entry->type === $type))));
                if ($fitting !== []) {
                    return self::best($fitting, $languages, $media);
                }
            }
        }

        return null;
    }

    /**
     * All links of all levels as a linkset (RFC 9264, 4.2).
     *
     * @param  list<ResolverEntry>  $entries
     * @param  list<string>  $levels
     * @param  string  $base  scheme and host
     * @return array{linkset: list<array<string, mixed>>}
     */
    public static function linkset(array $entries, array $levels, string $base, DateTimeImmutable $now): array
    {
        $sets = [];
        foreach ($levels as $level) {
            $links = [];
            foreach ($entries as $entry) {
                if ($entry->path !== $level || ($entry->endsAt !== null && $entry->endsAt <= $now)) {
                    continue;
                }
                $target = ['href' => $entry->href, 'title' => $entry->title, ...($entry->language === null ? [] : ['hreflang' => [$entry->language]]), ...($entry->media === null ? [] : ['type' => $entry->media])];
                $links[ResolverEntry::VOCABULARY.$entry->type][] = $target;
                if ($entry->isDefault) {
                    $links[ResolverEntry::VOCABULARY.'defaultLink'][] = $target;
                }
            }
            if ($links !== []) {
                ksort($links);
                $sets[] = ['anchor' => $base.$level, ...$links];
            }
        }

        return ['linkset' => $sets];
    }

    /**
     * @param  non-empty-list<ResolverEntry>  $entries
     * @param  list<string>  $languages
     * @param  list<string>  $media
     */
    private static function best(array $entries, array $languages, array $media): ResolverEntry
    {
        $place = static function (ResolverEntry $entry) use ($languages): int {
            $own = strtolower($entry->language ?? '');
            foreach ($own === '' ? [] : $languages as $i => $wanted) {
                if (strtolower($wanted) === $own || str_starts_with(strtolower($wanted), "$own-")) {
                    return $i;
                }
            }

            // One for any language comes before one for another.
            return $entry->language === null ? 100 : 200;
        };
        usort($entries, static fn (ResolverEntry $a, ResolverEntry $b): int => [$media !== [] && ! in_array($a->media, $media, true), $place($a)] <=> [$media !== [] && ! in_array($b->media, $media, true), $place($b)]);

        return $entries[0];
    }
}
