<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** SMS to send: sms URI (RFC 5724), or the older SMSTO form. */
final class TextMessage implements ChecksText, Grammar
{
    public function fields(): array
    {
        return [
            new Field('number', 'Number', FieldType::Phone, required: true, help: 'With + and the country code.', example: '+44 20 7946 0123', max: 40),
            new Field('message', 'Message', FieldType::Text, help: 'Stands ready to be sent.', example: 'HIVE 7 swarming', max: 1600),
            new Field('form', 'Written as', FieldType::Choice, options: ['' => 'sms: (RFC 5724)', 'smsto' => 'SMSTO: (older phones)'], advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = [...PhoneNumber::problems($values->text('number'), 'number', $context), ...PlainText::problems($values->text('message'), 'message')];
        $length = mb_strlen($values->text('message'));
        if ($length > 160) {
            $problems[] = Problem::note('several_messages', 'message', "$length characters are sent as several messages.");
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $number = PhoneNumber::international($values->text('number'), $context);
        $message = $values->text('message');

        return $values->text('form') === 'smsto'
            ? "SMSTO:$number:$message"
            : "sms:$number".($message === '' ? '' : '?body='.rawurlencode(str_replace("\n", "\r\n", $message)));
    }

    public function read(string $text, Context $context): ?array
    {
        if (preg_match('/^smsto:([^:]*):?(.*)$/is', $text, $match) === 1) {
            return array_filter(['number' => $match[1], 'message' => str_replace("\r\n", "\n", $match[2]), 'form' => 'smsto'], static fn (string $value): bool => $value !== '');
        }
        if (preg_match('/^sms:([^?]*)(?:\?(.*))?$/is', $text, $match) !== 1) {
            return null;
        }
        $body = '';
        foreach (explode('&', $match[2] ?? '') as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), ''];
            $body = strtolower($name) === 'body' ? str_replace("\r\n", "\n", rawurldecode($value)) : $body;
        }

        return array_filter(['number' => rawurldecode($match[1]), 'message' => $body], static fn (string $value): bool => $value !== '');
    }

    public function textProblems(string $text, Context $context): array
    {
        [, $query] = Query::split($text);

        return strncasecmp($text, 'sms:', 4) === 0 ? ParameterList::doubled($text, explode('&', (string) $query), ['body'], 'RFC 5724 2.2') : [];
    }
}
