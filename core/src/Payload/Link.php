<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Link to a page, with campaign tags and merge fields. */
final class Link implements Grammar
{
    /** Parameters by which web statistics tell campaigns apart, by the name of our field. */
    private const TAGS = ['source' => 'utm_source', 'medium' => 'utm_medium', 'campaign' => 'utm_campaign', 'term' => 'utm_term', 'content' => 'utm_content'];

    public function fields(): array
    {
        return [
            new Field('url', 'Link', FieldType::Link, required: true, help: 'The whole address with https://. Merge fields such as {{email}} are filled in for each recipient.', example: 'https://fennmoor.example/hive/7'),
            new Field('source', 'Campaign source', help: 'Where the symbol is seen: utm_source.', example: 'jar-label', advanced: true, max: 200),
            new Field('medium', 'Campaign medium', help: 'What it is printed on: utm_medium.', example: 'print', advanced: true, max: 200),
            new Field('campaign', 'Campaign name', help: 'What it is for: utm_campaign.', example: 'heather-2026', advanced: true, max: 200),
            new Field('term', 'Campaign term', help: 'utm_term.', advanced: true, max: 200),
            new Field('content', 'Campaign content', help: 'Which of several variants: utm_content.', advanced: true, max: 200),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $url = $values->text('url');
        $problems = [];
        $template = MergeFields::blanked($url);
        foreach (LinkRules::check($template) as $problem) {
            // An offered value must not lose the merge fields, so it is offered only where there are none.
            $problems[] = $template === $url ? $problem : new Problem($problem->severity, $problem->code, $problem->field, $problem->message, null, null, $problem->refused);
        }
        foreach (MergeFields::names($url) as $name) {
            $problems[] = Problem::error('merge_field', 'url', "The merge field {{{$name}}} is still empty. Give it a value, or make one symbol for each recipient.");
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
        return LinkParts::write($values, 'url', self::TAGS);
    }

    public function read(string $text, Context $context): ?array
    {
        return LinkParts::read($text, array_flip(self::TAGS), 'url', fn (array $fields): string => $this->write(Values::of($this->fields(), $fields), $context));
    }
}
