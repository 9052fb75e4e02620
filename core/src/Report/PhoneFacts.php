<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Problem;
use KeenGlyph\Core\Payload\SpeaksOfFields;

/**
 * What a phone's camera does with a payload: the application it hands it to, what it asks first, what its button says,
 * and where phones are known to part ways. From the payload alone; nothing is fetched or opened.
 */
final class PhoneFacts
{
    /** Problems that no phone minds, and that may do harm. */
    private const HARM = ['dangerous_scheme', 'look_alike', 'user_part'];

    /**
     * @return array{app: string, asks: string, action: ?string, about: ?string, differs: list<string>} action is null where a phone only shows the text; about is what the question is about
     */
    public static function of(Payload $payload): array
    {
        $phone = $payload->kind->metadata()->phone;
        $asks = $phone->asks;
        $harm = array_map(static fn (Problem $problem): string => $problem->code, array_filter($payload->problems, static fn (Problem $problem): bool => in_array($problem->code, self::HARM, true)));
        $refused = array_filter($payload->errors(), static fn (Problem $problem): bool => ! in_array($problem->code, self::HARM, true)) !== [];

        return [
            'app' => $phone->app,
            'asks' => match (true) {
                in_array('dangerous_scheme', $harm, true) => 'Most phones show this as text. Some readers follow it, and it can do harm there.',
                $refused => 'Many phones show this as plain text, for part of it does not follow its standard.',
                $harm !== [] => "$asks Phones do not warn, and it may be a trap.",
                default => $asks,
            },
            'action' => $refused ? null : $phone->action,
            'about' => self::about($payload),
            'differs' => self::differs($payload),
        ];
    }

    /** What the question is about: what the kind says of itself, the first of its naming fields, or the host of an address. */
    private static function about(Payload $payload): ?string
    {
        $grammar = $payload->kind->grammar();
        if ($grammar instanceof SpeaksOfFields) {
            return $grammar->about($payload->fields);
        }
        foreach ($payload->kind->metadata()->subject as $name) {
            $value = $payload->fields[$name] ?? null;
            if (is_string($value) && trim($value) !== '') {
                return trim($value);
            }
        }

        return $payload->kind->metadata()->phone->app === 'Browser' || $payload->kind->metadata()->linkField !== null ? self::host($payload->text) : null;
    }

    /** The host as a browser goes there, so that letters of other scripts show. */
    private static function host(string $url): ?string
    {
        $host = parse_url($url, PHP_URL_HOST);
        if (! is_string($host) || $host === '') {
            return null;
        }
        $ascii = idn_to_ascii($host, IDNA_DEFAULT, INTL_IDNA_VARIANT_UTS46);

        return $ascii === false || $ascii === strtolower($host) ? $host : "$host, which is $ascii";
    }

    /** @return list<string> */
    private static function differs(Payload $payload): array
    {
        $grammar = $payload->kind->grammar();

        return [...$payload->kind->metadata()->phone->differs, ...($grammar instanceof SpeaksOfFields ? $grammar->differs($payload->fields) : [])];
    }
}
