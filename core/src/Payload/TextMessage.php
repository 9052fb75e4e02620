<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** SMS to send: sms URI (RFC 5724), or the older SMSTO form. */
final class TextMessage implements ChecksText, Grammar
{
    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'SMS',
            group: 'People',
            purpose: 'Write a text message',
            standard: 'RFC 5724',
            words: ['text message', 'phone', 'message'],
            form: TextForm::Uri,
            phone: new PhoneHandling('Messages', 'Write this message? It is sent only when you send it.', 'Write', ['Where no message is filled in, the number still is.']),
            starters: [['label' => 'Report a swarm', 'fields' => ['number' => '+442079460123', 'message' => 'SWARM at hive 7']]],
            recognisedAs: 5,
            subject: ['number'],
        );
    }

    public function fields(): array
    {
        return [
            new Field('number', 'Number', FieldType::Phone, required: true, help: 'With + and the country code.', example: '+44 20 7946 0123', max: 40),
            new Field('message', 'Message', FieldType::Text, help: 'Stands ready to be sent.', example: 'HIVE 7 swarming', max: 1600),
            new Field('others', 'Also to', FieldType::Phone, help: 'Further numbers; some phones write to the first alone.', example: '+44 20 7946 0456', repeats: true, max: 40, advanced: true),
            new Field('form', 'Written as', FieldType::Choice, options: ['' => 'sms: (RFC 5724)', 'smsto' => 'SMSTO: (older phones)'], advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = [...PhoneNumber::problems($values->text('number'), 'number', $context), ...PlainText::problems($values->text('message'), 'message')];
        foreach ($values->texts('others') as $i => $number) {
            array_push($problems, ...PhoneNumber::problems($number, "others.$i", $context));
        }
        $length = mb_strlen($values->text('message'));
        if ($length > 160) {
            $problems[] = Problem::note('several_messages', 'message', "$length characters are sent as several messages.");
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $numbers = array_map(static fn (string $number): string => PhoneNumber::international($number, $context), [$values->text('number'), ...$values->texts('others')]);
        $number = implode(',', $numbers);
        $message = $values->text('message');

        return $values->text('form') === 'smsto'
            ? "SMSTO:$number:$message"
            : "sms:$number".($message === '' ? '' : '?body='.rawurlencode(str_replace("\n", "\r\n", $message)));
    }

    public function read(string $text, Context $context): ?array
    {
        if (preg_match('/^smsto:([^:]*):?(.*)$/is', $text, $match) === 1) {
            return self::fieldsOf($match[1], str_replace("\r\n", "\n", $match[2]), 'smsto');
        }
        if (preg_match('/^sms:([^?]*)(?:\?(.*))?$/is', $text, $match) !== 1) {
            return null;
        }
        $body = '';
        foreach (explode('&', $match[2] ?? '') as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), ''];
            $body = strtolower($name) === 'body' ? str_replace("\r\n", "\n", rawurldecode($value)) : $body;
        }

        return self::fieldsOf(rawurldecode($match[1]), $body, '');
    }

    /**
     * @param  string  $numbers  with commas between them
     * @return array<string, string|list<string>>
     */
    private static function fieldsOf(string $numbers, string $message, string $form): array
    {
        $all = array_map(trim(...), explode(',', $numbers));

        return array_filter(['number' => $all[0], 'others' => array_slice($all, 1), 'message' => $message, 'form' => $form], static fn (string|array $value): bool => $value !== '' && $value !== []);
    }

    public function textProblems(string $text, Context $context): array
    {
        [, $query] = Query::split($text);

        return strncasecmp($text, 'sms:', 4) === 0 ? ParameterList::doubled($text, explode('&', (string) $query), ['body'], 'RFC 5724 2.2') : [];
    }
}
