<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Wi-Fi network to join: the order of WPA3 Specification 3.0 section 7, the backslash escapes that phones read. */
final class Wifi implements ChecksText, Grammar, SpeaksOfFields
{
    private const SECURITY = ['' => 'open', 'nopass' => 'open', 'WEP' => 'wep', 'WPA' => 'wpa', 'WPA2' => 'wpa', 'WPA/WPA2' => 'wpa', 'SAE' => 'sae', 'WPA3' => 'sae', 'WPA2-EAP' => 'enterprise', 'WPA-EAP' => 'enterprise', 'WPA3-EAP' => 'enterprise', 'EAP' => 'enterprise', 'WPA2/WPA3' => 'wpa', 'WPA2-PSK' => 'wpa', 'WPA-PSK' => 'wpa', 'OPEN' => 'open', 'NONE' => 'open'];

    private const WRITTEN = ['open' => 'nopass', 'wep' => 'WEP', 'wpa' => 'WPA', 'sae' => 'SAE', 'enterprise' => 'WPA2-EAP'];

    /** Our fields by the letters of the text, in their order. */
    private const LETTERS = ['R' => 'transition', 'S' => 'ssid', 'H' => 'hidden', 'I' => 'identity', 'A' => 'anonymous', 'E' => 'eap', 'PH2' => 'phase2', 'P' => 'password', 'K' => 'public_key'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Wi-Fi',
            group: 'Places',
            purpose: 'Join a wireless network',
            standard: 'WPA3 Specification 3.0, section 7',
            words: ['wlan', 'network', 'ssid', 'password', 'internet'],
            form: TextForm::Own,
            phone: new PhoneHandling('Settings', 'Join this network?', 'Join', ['Phones and tablets join from the camera; laptops mostly do not.']),
            starters: [
                ['label' => 'Honey house', 'fields' => ['ssid' => 'Fennmoor Honey House', 'security' => 'wpa', 'password' => 'clover&lime7']],
                ['label' => 'Guests of the shop', 'fields' => ['ssid' => 'Fennmoor Guests', 'security' => 'open']],
            ],
            recognisedAs: 3,
        );
    }

    public function about(array $fields): ?string
    {
        return is_string($fields['ssid'] ?? null) && trim($fields['ssid']) !== '' ? trim($fields['ssid']) : null;
    }

    public function differs(array $fields): array
    {
        return array_values(array_filter([
            ($fields['hidden'] ?? false) === true ? 'A hidden network is not joined by every phone.' : null,
            ($fields['security'] ?? '') === 'wep' ? 'Newer phones refuse WEP.' : null,
            in_array($fields['security'] ?? '', ['sae', 'wpa3'], true) ? 'Phones from before WPA3 cannot join.' : null,
        ]));
    }

    public function fields(): array
    {
        return [
            new Field('ssid', 'Network name', required: true, help: 'To the letter, capitals and spaces included (SSID).', example: 'Fennmoor Honey House', max: 32),
            new Field('security', 'Security', FieldType::Choice, required: true, help: 'The router’s own page or a joined phone says which.', example: 'wpa', options: ['wpa' => 'WPA, WPA2 or WPA3', 'sae' => 'WPA3 only', 'wep' => 'WEP (old, unsafe)', 'enterprise' => 'Enterprise (802.1X)', 'open' => 'Open, no password'], default: 'wpa'),
            new Field('password', 'Password', help: 'To the letter. WPA takes 8 to 63 characters.', example: 'clover&lime7', max: 128),
            new Field('hidden', 'Hidden network', FieldType::Flag, help: 'The router does not announce its name.'),
            new Field('eap', 'EAP method', FieldType::Choice, help: 'As the network’s operator says.', options: ['PEAP' => 'PEAP', 'TTLS' => 'TTLS', 'TLS' => 'TLS', 'PWD' => 'PWD', 'SIM' => 'SIM', 'AKA' => 'AKA', 'AKA_PRIME' => 'AKA′', 'FAST' => 'FAST', 'LEAP' => 'LEAP'], advanced: true),
            new Field('phase2', 'Inner method', FieldType::Choice, options: ['MSCHAPV2' => 'MSCHAPV2', 'PAP' => 'PAP', 'GTC' => 'GTC', 'MSCHAP' => 'MSCHAP', 'NONE' => 'None'], advanced: true),
            new Field('identity', 'Identity', help: 'Name to sign in with on an enterprise network.', example: 'ines@fennmoor.example', advanced: true, max: 200),
            new Field('anonymous', 'Anonymous identity', advanced: true, max: 200),
            new Field('transition', 'Transition disable', help: 'Hexadecimal bits that forbid older security after the first join.', example: '1', advanced: true, max: 2, pattern: '[0-9A-Fa-f]{1,2}'),
            new Field('public_key', 'Public key', help: 'SAE-PK key of the network in Base64.', advanced: true, max: 200, pattern: '[A-Za-z0-9+\/=]+'),
            new Field('extra', 'Kept as found', FieldType::Kept, repeats: true, advanced: true, max: 300),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        return [...self::nameProblems($values->text('ssid')), ...self::passwordProblems($values), ...self::enterpriseProblems($values)];
    }

    public function write(Values $values, Context $context): string
    {
        $security = $values->text('security');
        $text = 'WIFI:T:'.(self::WRITTEN[$security] ?? 'nopass').';';
        foreach (self::LETTERS as $letter => $field) {
            $value = $field === 'hidden' ? ($values->flag('hidden') ? 'true' : '') : self::escaped($values->text($field));
            if ($value !== '' || $field === 'ssid') {
                $text .= "$letter:$value;";
            }
        }
        foreach ($values->texts('extra') as $extra) {
            $text .= "$extra;";
        }

        return "$text;";
    }

    public function read(string $text, Context $context): ?array
    {
        if (strncasecmp($text, 'WIFI:', 5) !== 0) {
            return null;
        }
        $fields = ['security' => 'open'];
        $extra = [];
        foreach (Escaped::split(substr($text, 5), ';') as $part) {
            if ($part === '') {
                continue;
            }
            [$letter, $value] = [...explode(':', $part, 2), ''];
            $letter = strtoupper(trim($letter));
            $field = self::LETTERS[$letter] ?? null;
            $value = self::unquoted($value);
            $known = $letter === 'T' ? self::security($value) : null;
            if ($field === 'eap' || $field === 'phase2') {
                $value = strtoupper($value);
            }
            if ($known !== null) {
                $fields['security'] = $known;
            } elseif ($field === 'hidden') {
                $fields['hidden'] = in_array(strtolower($value), ['true', '1'], true);
            } elseif ($field === null || isset($fields[$field])) {
                $extra[] = $part;
            } elseif ($value !== '') {
                $fields[$field] = $value;
            }
        }

        return array_filter($fields, static fn (string|bool $value): bool => $value !== false) + ($extra === [] ? [] : ['extra' => $extra]);
    }

    public function textProblems(string $text, Context $context): array
    {
        $problems = LetteredText::faults($text, 'WIFI', ['T', ...array_keys(self::LETTERS)], 'WPA3 Specification 3.0, 7.1');
        if (preg_match('/(?:^WIFI:|;)T:((?:[^;\\\\]|\\\\.)*)/i', $text, $match, PREG_OFFSET_CAPTURE) === 1 && self::security(self::unquoted($match[1][0])) === null) {
            $problems[] = Problem::inText('security', "“{$match[1][0]}” is no kind of security: nopass, WEP, WPA, SAE or WPA2-EAP.", PlainText::position($text, $match[1][1]), 'WPA3 Specification 3.0, 7.1', 'Write WPA', substr($text, 0, $match[1][1]).'WPA'.substr($text, $match[1][1] + strlen($match[1][0])));
        }

        return $problems;
    }

    /** A value without its backslashes, and without the quotes that say it is no hexadecimal number. */
    private static function unquoted(string $value): string
    {
        return Escaped::plain(strlen($value) > 2 && preg_match('/^"(?:[^"\\\\]|\\\\.)*"$/sD', $value) === 1 ? substr($value, 1, -1) : $value);
    }

    private static function security(string $named): ?string
    {
        return array_change_key_case(self::SECURITY, CASE_UPPER)[strtoupper(trim($named))] ?? null;
    }

    private static function escaped(string $value): string
    {
        return Escaped::of($value, '\\;,:"');
    }

    /** @return list<Problem> */
    private static function nameProblems(string $ssid): array
    {
        $problems = [];
        if (strlen($ssid) > 32) {
            $problems[] = Problem::error('ssid_bytes', 'ssid', sprintf('The name has %d bytes; a network name has at most 32.', strlen($ssid)));
        }
        if (trim($ssid) !== $ssid) {
            $problems[] = Problem::caution('outer_space', 'ssid', 'The name begins or ends with a space. Phones join only when the router’s name does too.', 'Remove outer spaces', trim($ssid));
        }
        if (preg_match('/^([0-9A-Fa-f]{2})+$/D', $ssid) === 1) {
            $problems[] = Problem::note('like_hex', 'ssid', 'The name looks like hexadecimal digits; some phones take it for bytes.');
        }

        return $problems;
    }

    /** @return list<Problem> */
    private static function passwordProblems(Values $values): array
    {
        $password = $values->text('password');
        $security = $values->text('security');
        $problems = [];
        if ($security === 'open' && $password !== '') {
            $problems[] = Problem::note('password_unused', 'password', 'An open network has no password; phones leave it out.');
        }
        if (in_array($security, ['wpa', 'sae', 'wep'], true) && $password === '') {
            $problems[] = Problem::error('password_missing', 'password', 'Give the password, or choose Open if the network has none.');
        }
        if ($security === 'wpa' && $password !== '' && preg_match('/^[0-9A-Fa-f]{64}$/D', $password) !== 1 && (strlen($password) < 8 || strlen($password) > 63)) {
            $problems[] = Problem::error('password_length', 'password', sprintf('A WPA password has 8 to 63 characters; this has %d.', strlen($password)));
        }
        if ($security === 'wep' && $password !== '') {
            $problems[] = Problem::note('wep', 'security', 'WEP was broken long ago, and new phones no longer join such networks.');
            if (! in_array(strlen($password), [5, 13, 16], true) && preg_match('/^([0-9A-Fa-f]{10}|[0-9A-Fa-f]{26}|[0-9A-Fa-f]{32})$/D', $password) !== 1) {
                $problems[] = Problem::error('wep_length', 'password', 'A WEP key has 5 or 13 characters, or 10 or 26 hexadecimal digits.');
            }
        }
        if (trim($password) !== $password) {
            $problems[] = Problem::caution('outer_space', 'password', 'The password begins or ends with a space. Check that it really does.', 'Remove outer spaces', trim($password));
        }
        if (preg_match('/[^\x20-\x7E]/', $password) === 1) {
            $problems[] = Problem::caution('not_ascii', 'password', 'Characters outside ASCII in a password are joined differently by different phones.');
        }

        return $problems;
    }

    /** @return list<Problem> */
    private static function enterpriseProblems(Values $values): array
    {
        if ($values->text('security') === 'enterprise') {
            return $values->has('eap') ? [] : [Problem::error('eap_missing', 'eap', 'An enterprise network needs its EAP method; its operator knows which.')];
        }
        foreach (['eap', 'phase2', 'anonymous'] as $field) {
            if ($values->has($field)) {
                return [Problem::error('not_enterprise', $field, 'Only an enterprise network uses this. Choose Enterprise, or leave it empty.')];
            }
        }

        return [];
    }
}
