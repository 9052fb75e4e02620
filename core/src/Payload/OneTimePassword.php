<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Enrolment of a one-time password (TOTP of RFC 6238, HOTP of RFC 4226): otpauth URI as authenticators read it. */
final class OneTimePassword implements Grammar
{
    private const PARAMETERS = ['secret' => 'secret', 'issuer' => 'issuer', 'algorithm' => 'algorithm', 'digits' => 'digits', 'counter' => 'counter', 'period' => 'period'];

    public function fields(): array
    {
        return [
            new Field('issuer', 'Service', help: 'Whose password it is.', example: 'Fennmoor', max: 100, pattern: '[^:]+'),
            new Field('account', 'Account', required: true, example: 'ines@fennmoor.example', max: 200, pattern: '[^:]+'),
            new Field('secret', 'Secret', required: true, help: 'Base32: letters A to Z and digits 2 to 7, without = at the end.', example: 'JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP', max: 256),
            new Field('type', 'Changes', FieldType::Choice, options: ['' => 'With time (TOTP)', 'hotp' => 'With each use (HOTP)'], advanced: true),
            new Field('algorithm', 'Algorithm', FieldType::Choice, options: ['' => 'SHA1', 'SHA256' => 'SHA256', 'SHA512' => 'SHA512'], advanced: true),
            new Field('digits', 'Digits', FieldType::Choice, options: ['' => '6', '7' => '7', '8' => '8'], advanced: true),
            new Field('period', 'Seconds', FieldType::Integer, help: 'How long each password lasts; 30 when empty.', example: '30', max: 4, advanced: true),
            new Field('counter', 'Counter', FieldType::Integer, help: 'Where HOTP begins.', example: '0', max: 9, advanced: true),
            new Field('extra', 'Kept as found', FieldType::Kept, repeats: true, max: 300, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = [];
        $secret = $values->text('secret');
        if ($secret !== '' && preg_match('/^[A-Z2-7]+$/D', $secret) !== 1) {
            $right = rtrim(strtoupper((string) preg_replace('/[\s-]/', '', $secret)), '=');
            $fixable = preg_match('/^[A-Z2-7]+$/D', $right) === 1;
            $problems[] = Problem::error('base32', 'secret', 'A secret has only the letters A to Z and the digits 2 to 7.', $fixable ? 'Write it so' : null, $fixable ? $right : null);
        } elseif ($secret !== '' && in_array(strlen($secret) % 8, [1, 3, 6], true)) {
            $problems[] = Problem::error('base32_length', 'secret', 'The secret has a length that Base32 never has: characters are missing.');
        } elseif ($secret !== '' && strlen($secret) < 26) {
            $problems[] = Problem::caution('short_secret', 'secret', 'RFC 4226 asks for 128 bits at least: 26 characters.');
        }
        if ($values->text('type') === 'hotp' && ! $values->has('counter')) {
            $problems[] = Problem::error('counter_missing', 'counter', 'HOTP needs the counter to begin with, usually 0.', 'Begin with 0', '0');
        }
        if ($values->text('type') !== 'hotp' && $values->has('counter')) {
            $problems[] = Problem::error('counter', 'counter', 'Only HOTP has a counter.');
        }
        if ($values->text('period') === '0' || ($values->text('type') === 'hotp' && $values->has('period'))) {
            $problems[] = Problem::error('period', 'period', 'TOTP takes seconds, at least 1; HOTP takes none.');
        }
        if (! $values->has('issuer')) {
            $problems[] = Problem::caution('issuer_missing', 'issuer', 'Without the service’s name the entry is hard to find among others.');
        }
        $problems[] = Problem::caution('secret', 'secret', 'Whoever sees this symbol can make the passwords. Show it once, and only to its owner.');

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $label = ($values->has('issuer') ? rawurlencode($values->text('issuer')).':' : '').str_replace('%40', '@', rawurlencode($values->text('account')));

        return 'otpauth://'.($values->text('type') === 'hotp' ? 'hotp' : 'totp')."/$label?".implode('&', [...ParameterList::write($values, self::PARAMETERS), ...$values->texts('extra')]);
    }

    public function read(string $text, Context $context): ?array
    {
        if (preg_match('#^otpauth://(totp|hotp)/([^?]*)\?(.*)$#isD', $text, $match) !== 1) {
            return null;
        }
        $fields = ParameterList::read(explode('&', $match[3]), array_flip(self::PARAMETERS));
        $label = rawurldecode($match[2]);
        [$issuer, $account] = str_contains($label, ':') ? explode(':', $label, 2) : ['', $label];
        if ($issuer !== '') {
            $fields += ['issuer' => $issuer];
        }

        return array_filter(['type' => strtolower($match[1]) === 'hotp' ? 'hotp' : '', 'account' => ltrim($account)], static fn (string $value): bool => $value !== '') + $fields;
    }
}
