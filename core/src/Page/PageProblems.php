<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

/** What keeps a page from being published, and what could be better; by the field where it is mended. */
final class PageProblems
{
    /** Bytes of a page without its pictures and files. */
    public const MOST_BYTES = 60_000;

    /** @return array<string, string> by field, such as parts.1.title */
    public static function of(Page $page): array
    {
        $found = array_filter($page->parts, static fn (Part $part): bool => ! $part->isHidden) === [] ? ['parts' => 'Nothing is on this page yet. Add a part.'] : [];
        foreach ($page->parts as $i => $part) {
            foreach ($part->isHidden ? [] : [...PartPayload::problems($part), ...$part->missing()] as $name => $message) {
                $found["parts.$i.$name"] = $message;
            }
        }
        foreach (['ink' => $page->style->betterInk(), 'accent' => $page->style->betterAccent()] as $name => $better) {
            if ($better !== null) {
                $found["style.$name"] = "Hard to read on the ground: $better is the nearest that can be read.";
            }
        }

        return $found;
    }

    /**
     * How well it serves those who read it, a line each.
     *
     * @param  int  $bytes  of the page as it is sent
     * @param  array<string, PageFile>  $files  by identifier
     * @return list<array{id: string, label: string, verdict: 'holds'|'marginal'|'fails', figure: string, ratio: float, says: string}>
     */
    public static function checks(Page $page, int $bytes, array $files): array
    {
        $ratios = $page->style->ratios();
        asort($ratios);
        $least = (float) reset($ratios);
        [$named, $all] = self::named($page);
        [$said, $sayable] = self::said($page);
        $shown = array_intersect_key($files, array_flip($page->files()));
        $heaviest = max([0, ...array_values(array_map(static fn (PageFile $file): int => $file->isPicture() ? $file->bytes : 0, $shown))]);
        $missing = array_diff($page->files(), array_keys($files));

        return [
            self::check('weight', 'Weight', $bytes <= self::MOST_BYTES ? 'holds' : 'fails', sprintf('%.1f kB of %d', $bytes / 1000, self::MOST_BYTES / 1000), $bytes / self::MOST_BYTES, $bytes <= self::MOST_BYTES ? 'Without its pictures and files.' : 'Make two pages of it.'),
            self::check('contrast', 'Least contrast', $least >= PageStyle::CONTRAST ? 'holds' : 'fails', sprintf('%.1f : 1', $least), min(1.0, $least / 9), 'Of '.array_key_first($ratios).'; 4.5 is needed.'),
            self::check('named', 'Read aloud', $named === $all ? 'holds' : 'marginal', "$named of $all named", $all === 0 ? 1.0 : $named / $all, $named === $all ? 'Every picture says what it shows.' : 'Say in a few words what each picture shows.'),
            self::check('languages', 'Languages', $said === $sayable ? 'holds' : 'marginal', $sayable === 0 ? '1' : "$said of $sayable texts", $sayable === 0 ? 1.0 : $said / $sayable, $said === $sayable ? 'Everything is said in each.' : 'Where words are missing, its own language stands.'),
            self::check('pictures', 'Pictures', $missing !== [] ? 'fails' : ($heaviest <= 400_000 ? 'holds' : 'marginal'), sprintf('%d kB the heaviest', (int) round($heaviest / 1000)), min(1.0, $heaviest / 800_000), $missing !== [] ? 'A file is gone. Choose another.' : 'Up to 400 kB each comes quickly on a slow line.'),
        ];
    }

    /**
     * @param  'holds'|'marginal'|'fails'  $verdict
     * @return array{id: string, label: string, verdict: 'holds'|'marginal'|'fails', figure: string, ratio: float, says: string}
     */
    private static function check(string $id, string $label, string $verdict, string $figure, float $ratio, string $says): array
    {
        return ['id' => $id, 'label' => $label, 'verdict' => $verdict, 'figure' => $figure, 'ratio' => round($ratio, 3), 'says' => $says];
    }

    /** @return array{int, int} pictures with a text, and all */
    private static function named(Page $page): array
    {
        [$named, $all] = [0, 0];
        foreach ($page->parts as $part) {
            $pairs = match (true) {
                $part->isHidden => [],
                $part->kind === PartKind::Gallery => array_map(static fn (array $row): array => [$row['picture'], $row['alt']], $part->rows('pictures')),
                $part->kind === PartKind::Head || $part->kind === PartKind::Picture => [[$part->text('picture'), $part->text('alt')]],
                default => [],
            };
            foreach ($pairs as [$picture, $alt]) {
                $all += $picture === '' ? 0 : 1;
                $named += $picture === '' || $alt === '' ? 0 : 1;
            }
        }

        return [$named, $all];
    }

    /** @return array{int, int} texts that were said in other languages, and all that could be */
    private static function said(Page $page): array
    {
        [$said, $all] = [0, 0];
        foreach ($page->words as $words) {
            foreach ($page->parts as $part) {
                $spoken = $part->isHidden ? [] : $part->spoken();
                $all += count($spoken);
                $said += count(array_intersect_key($words[$part->id] ?? [], $spoken));
            }
        }

        return [$said, $all];
    }
}
