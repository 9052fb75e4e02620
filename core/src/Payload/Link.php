<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Link to a page, with campaign tags and merge fields. */
final class Link implements ChecksText, Grammar
{
    /** Parameters by which web statistics tell campaigns apart, by the name of our field. */
    private const TAGS = ['source' => 'utm_source', 'medium' => 'utm_medium', 'campaign' => 'utm_campaign', 'term' => 'utm_term', 'content' => 'utm_content'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Link',
            group: 'Web',
            purpose: 'Open a web page',
            standard: 'RFC 3986',
            words: ['url', 'website', 'page', 'campaign', 'utm', 'mailing'],
            form: TextForm::Link,
            phone: new PhoneHandling('Browser', 'Open this page?', 'Open', ['Most show the host first; some show the whole address and cut it off.', 'A page may open in the camera’s own small browser, without the user’s sign-ins.']),
            starters: [
                ['label' => 'Page of a jar', 'fields' => ['url' => 'https://fennmoor.example/honey/heather', 'source' => 'jar-label', 'medium' => 'print', 'campaign' => 'heather-2026']],
                ['label' => 'Link of a mailing', 'fields' => ['url' => 'https://fennmoor.example/renew?member={{email}}', 'source' => 'letter']],
            ],
            recognisedAs: 17,
            linkField: 'url',
        );
    }

    public function fields(): array
    {
        return [
            new Field('url', 'Link', FieldType::Link, required: true, help: 'The whole address with https://. Merge fields such as {{email}} are filled in for each recipient.', example: 'https://fennmoor.example/hive/7'),
            new Field('source', 'Campaign source', help: 'Where the symbol is seen: utm_source.', example: 'jar-label', advanced: true, max: 200),
            new Field('medium', 'Campaign medium', help: 'What it is printed on: utm_medium.', example: 'print', advanced: true, max: 200),
            new Field('campaign', 'Campaign name', help: 'What it is for: utm_campaign.', example: 'heather-2026', advanced: true, max: 200),
            new Field('term', 'Campaign term', help: 'utm_term.', advanced: true, max: 200),
            new Field('content', 'Campaign content', help: 'Which of several variants: utm_content.', advanced: true, max: 200),
            new Field('title', 'Bookmark title', help: 'Kept by the two older forms below.', example: 'Hive 7', advanced: true, max: 200),
            new Field('form', 'Written as', FieldType::Choice, options: ['' => 'Address alone', 'mebkm' => 'MEBKM: bookmark', 'urlto' => 'URLTO:'], advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $url = $values->text('url');
        $problems = [];
        $template = MergeFields::blanked($url);
        foreach (LinkRules::check($template) as $problem) {
            // An offered value must not lose the merge fields, so it is offered only where there are none.
            $problems[] = $template === $url ? $problem : $problem->withoutFix();
        }
        if ($values->has('title') && ! $values->has('form')) {
            $problems[] = Problem::error('title', 'title', 'A plain address has no place for a title. Choose one of the older forms, or leave this empty.');
        }
        foreach (self::TAGS as $field => $tag) {
            if ($values->has($field) && preg_match('/[?&]'.$tag.'=/', $url) === 1) {
                $problems[] = Problem::error('tag_twice', $field, "The link already has $tag. Remove it there, or leave this empty.");
            }
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $link = LinkParts::write($values, 'url', self::TAGS);

        return match ($values->text('form')) {
            'mebkm' => 'MEBKM:'.($values->has('title') ? 'TITLE:'.Escaped::of($values->text('title'), '\\;,:"').';' : '').'URL:'.Escaped::of($link, '\\;,:"').';;',
            'urlto' => 'URLTO:'.$values->text('title').":$link",
            default => $link,
        };
    }

    public function read(string $text, Context $context): ?array
    {
        if (strncasecmp($text, 'MEBKM:', 6) === 0) {
            $parts = [];
            foreach (Escaped::split(substr($text, 6), ';') as $part) {
                [$name, $value] = [...explode(':', $part, 2), ''];
                $parts[strtoupper(trim($name))] ??= Escaped::plain($value);
            }

            return self::bookmark('mebkm', $parts['TITLE'] ?? '', $parts['URL'] ?? '');
        }
        // A title may stand before the address, or not even its colon.
        if (preg_match('#^URLTO:(?:(?![a-z][a-z0-9+.-]*://)([^:]*):)?(.*)$#isD', $text, $match) === 1) {
            return self::bookmark('urlto', $match[1], $match[2]);
        }

        return self::address($text);
    }

    public function textProblems(string $text, Context $context): array
    {
        if (strncasecmp($text, 'MEBKM:', 6) === 0) {
            return LetteredText::faults($text, 'MEBKM', ['TITLE', 'URL'], 'MEBKM');
        }
        [, $query] = Query::split($text);

        return ParameterList::doubled($text, explode('&', (string) $query), array_values(self::TAGS), 'RFC 3986 3.4');
    }

    /** @return array<string, string> */
    private static function bookmark(string $form, string $title, string $url): array
    {
        return array_filter(['form' => $form, 'title' => $title], static fn (string $value): bool => $value !== '') + (self::address($url) ?? ['url' => $url]);
    }

    /** @return ?array<string, string> */
    private static function address(string $text): ?array
    {
        return LinkParts::read($text, array_flip(self::TAGS), 'url', static fn (array $fields): string => LinkParts::write(Values::of((new self)->fields(), $fields), 'url', self::TAGS));
    }
}
