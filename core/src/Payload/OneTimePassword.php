<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Enrolment of a one-time password (TOTP of RFC 6238, HOTP of RFC 4226): otpauth URI as authenticators read it. */
final class OneTimePassword implements ChecksText, Grammar
{
    private const PARAMETERS = ['secret' => 'secret', 'issuer' => 'issuer', 'algorithm' => 'algorithm', 'digits' => 'digits', 'counter' => 'counter', 'period' => 'period'];

    private const CLAUSE = 'otpauth key URI format';

    /** Values that are meant where none is stated. */
    private const IMPLIED = ['algorithm' => 'SHA1', 'digits' => '6'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'One-time password',
            group: 'Places',
            purpose: 'Enrol in two-factor sign-in',
            standard: 'otpauth key URI, RFC 6238, RFC 4226',
            words: ['totp', 'hotp', '2fa', 'authenticator', 'password'],
            form: TextForm::Uri,
            phone: new PhoneHandling('Authenticator', 'Enrol this account’s codes?', 'Enrol', ['The camera may offer the system’s own password store; an authenticator reads it from within.', 'Settings other than six digits and thirty seconds are ignored by some.']),
            starters: [['label' => 'Second factor', 'fields' => ['issuer' => 'Fennmoor', 'account' => 'ines@fennmoor.example', 'secret' => 'JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP']]],
            recognisedAs: 13,
            subject: ['issuer', 'account'],
        );
    }

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
            $problems[] = Problem::note('issuer_missing', 'issuer', 'Without the service’s name the entry is hard to find among others.');
        }
        $problems[] = Problem::note('secret', 'secret', 'Whoever sees this symbol can make the passwords. Show it once, and only to its owner.');

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $label = ($values->has('issuer') ? rawurlencode($values->text('issuer')).':' : '').str_replace('%40', '@', rawurlencode($values->text('account')));

        return 'otpauth://'.($values->text('type') === 'hotp' ? 'hotp' : 'totp')."/$label?".implode('&', [...ParameterList::write($values, self::PARAMETERS), ...$values->texts('extra')]);
    }

    public function read(string $text, Context $context): ?array
    {
        if (preg_match('#^otpauth:(?://([^/?]*)(?:/([^?]*))?)?(?:\?(.*))?#isD', $text, $match) !== 1) {
            return null;
        }
        $fields = ParameterList::read(explode('&', $match[3] ?? ''), array_flip(self::PARAMETERS));
        $label = rawurldecode($match[2] ?? '');
        [$issuer, $account] = str_contains($label, ':') ? explode(':', $label, 2) : ['', $label];
        if ($issuer !== '') {
            $fields += ['issuer' => trim($issuer)];
        }
        foreach (self::IMPLIED as $name => $value) {
            $given = is_string($fields[$name] ?? null) ? strtoupper(str_replace(['HMAC', '-'], '', strtoupper($fields[$name]))) : null;
            if ($given !== null) {
                $fields[$name] = $given === $value ? '' : $given;
            }
        }

        return array_filter(['type' => strtolower($match[1] ?? '') === 'hotp' ? 'hotp' : '', 'account' => ltrim($account)] + $fields, static fn (string|array $value): bool => $value !== '' && $value !== []);
    }

    public function textProblems(string $text, Context $context): array
    {
        preg_match('#^otpauth:(?://([^/?]*)(?:/([^?]*))?)?(?:\?(.*))?#isD', $text, $match);
        [$type, $label, $query] = [strtolower($match[1] ?? ''), rawurldecode($match[2] ?? ''), $match[3] ?? ''];
        $problems = ParameterList::doubled($text, explode('&', $query), array_values(self::PARAMETERS), self::CLAUSE);
        if ($type !== 'totp' && $type !== 'hotp') {
            $problems[] = Problem::inText('type', $type === '' ? 'It does not say which kind of password it is: otpauth://totp/ or otpauth://hotp/.' : "“{$type}” is no kind of one-time password: totp or hotp.", 11, self::CLAUSE, 'Write totp', $type === '' ? null : (string) preg_replace('#^(otpauth://)[^/?]*#i', '${1}totp', $text));
        }
        parse_str($query, $given);
        $stated = is_string($given['issuer'] ?? null) ? $given['issuer'] : '';
        $before = str_contains($label, ':') ? trim(explode(':', $label, 2)[0]) : '';
        if ($stated !== '' && $before !== '' && $stated !== $before) {
            $problems[] = Problem::caution('two_issuers', 'issuer', "The service is called “{$before}” before the account and “{$stated}” as issuer; authenticators show either.");
        }

        return $problems;
    }
}
