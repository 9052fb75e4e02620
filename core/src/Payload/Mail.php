<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** E-mail to write: mailto URI, RFC 6068. */
final class Mail implements ChecksText, Grammar, SpeaksOfFields
{
    private const HEADERS = ['cc' => 'cc', 'bcc' => 'bcc', 'subject' => 'subject', 'body' => 'body'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'E-mail',
            group: 'People',
            purpose: 'Write an e-mail',
            standard: 'RFC 6068',
            words: ['mail', 'message', 'write'],
            form: TextForm::Uri,
            phone: new PhoneHandling('Mail', 'Write this message? It is sent only when you send it.', 'Write', ['Line breaks in the message are lost in some mail applications.']),
            starters: [['label' => 'Order honey', 'fields' => ['to' => ['orders@fennmoor.example'], 'subject' => 'Order of heather honey', 'body' => "Please send me 2 jars of 340 g.\nMy address: "]]],
            recognisedAs: 4,
        );
    }

    public function about(array $fields): ?string
    {
        return is_array($fields['to'] ?? null) && is_string($fields['to'][0] ?? null) ? $fields['to'][0] : null;
    }

    public function differs(array $fields): array
    {
        return [];
    }

    public function fields(): array
    {
        return [
            new Field('to', 'To', FieldType::Email, help: 'One address or several.', example: 'orders@fennmoor.example', repeats: true, max: 254),
            new Field('subject', 'Subject', example: 'Order of heather honey', max: 400),
            new Field('body', 'Message', FieldType::Text, help: 'What stands in the mail already when it opens.', example: 'Please send me …', max: 2000),
            new Field('cc', 'Copy to', FieldType::Email, repeats: true, max: 254, advanced: true),
            new Field('bcc', 'Hidden copy to', FieldType::Email, repeats: true, max: 254, advanced: true),
            new Field('extra', 'Kept as found', FieldType::Kept, repeats: true, max: 1000, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = PlainText::problems($values->text('body'), 'body');
        if ($values->texts('to') === [] && $values->texts('cc') === [] && $values->texts('bcc') === []) {
            $problems[] = Problem::note('no_recipient', 'to', 'Without an address the sender has to know whom to write to.');
        }
        if ($values->has('bcc')) {
            $problems[] = Problem::note('bcc', 'bcc', 'Whoever reads the symbol sees this address: it is not hidden.');
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $pairs = [];
        foreach (self::HEADERS as $field => $header) {
            $value = in_array($field, ['cc', 'bcc'], true)
                ? implode(',', array_map(self::address(...), $values->texts($field)))
                : rawurlencode(str_replace("\n", "\r\n", $values->text($field)));
            if ($value !== '') {
                $pairs[] = "$header=$value";
            }
        }

        return Query::append('mailto:'.implode(',', array_map(self::address(...), $values->texts('to'))), [...$pairs, ...$values->texts('extra')]);
    }

    public function read(string $text, Context $context): ?array
    {
        if (strncasecmp($text, 'MATMSG:', 7) === 0) {
            return self::readMatmsg(substr($text, 7));
        }
        if (strncasecmp($text, 'mailto:', 7) !== 0) {
            return null;
        }
        [$before, $query, $fragment] = Query::split(substr($text, 7));
        $fields = ['to' => self::addresses($before)];
        $extra = [];
        foreach ($query === null || $query === '' ? [] : explode('&', $query) as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), ''];
            $field = array_search(strtolower(rawurldecode($name)), ['to' => 'to'] + self::HEADERS, true);
            $plain = str_replace("\r\n", "\n", rawurldecode($value));
            if ($field === false || ! mb_check_encoding($plain, 'UTF-8') || (isset($fields[$field]) && is_string($fields[$field]))) {
                $extra[] = $pair;
            } elseif (in_array($field, ['to', 'cc', 'bcc'], true)) {
                $fields[$field] = [...(array) ($fields[$field] ?? []), ...self::addresses($value)];
            } else {
                $fields[$field] = $plain;
            }
        }
        if ($fragment !== '') {
            $extra[] = $fragment;
        }

        return array_filter($fields + ['extra' => $extra], static fn (string|array $value): bool => $value !== '' && $value !== []);
    }

    /**
     * The older form with letters for its parts, which many phones still take.
     *
     * @return array<string, mixed>
     */
    private static function readMatmsg(string $text): array
    {
        $fields = [];
        foreach (Escaped::split($text, ';') as $part) {
            [$name, $value] = [...explode(':', $part, 2), ''];
            $value = Escaped::plain($value);
            match (true) {
                strtoupper(trim($name)) === 'TO' && $value !== '' => $fields['to'] = [...$fields['to'] ?? [], ...array_map(trim(...), explode(',', $value))],
                strtoupper(trim($name)) === 'SUB' && ! isset($fields['subject']) => $fields['subject'] = $value,
                strtoupper(trim($name)) === 'BODY' && ! isset($fields['body']) => $fields['body'] = str_replace(["\r\n", "\r"], "\n", $value),
                default => trim($part) === '' ? null : $fields['extra'][] = $part,
            };
        }

        return $fields;
    }

    public function textProblems(string $text, Context $context): array
    {
        if (strncasecmp($text, 'MATMSG:', 7) === 0) {
            return LetteredText::faults($text, 'MATMSG', ['SUB', 'BODY'], 'MATMSG');
        }
        [, $query] = Query::split($text);

        return ParameterList::doubled($text, explode('&', (string) $query), ['subject', 'body'], 'RFC 6068 2');
    }

    private static function address(string $address): string
    {
        return strtr(rawurlencode($address), ['%40' => '@', '%2B' => '+', '%21' => '!', '%24' => '$', '%27' => "'", '%2A' => '*']);
    }

    /** @return list<string> */
    private static function addresses(string $list): array
    {
        return array_values(array_filter(array_map(static fn (string $one): string => trim(rawurldecode($one)), explode(',', $list)), static fn (string $one): bool => $one !== ''));
    }
}
