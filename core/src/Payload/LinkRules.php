<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use League\Uri\Contracts\UriException;
use League\Uri\Uri;

/** Rules for a link that a phone should open in its browser (RFC 3986; host names after UTS 46). */
final class LinkRules
{
    /** From here on a link makes the symbol coarse to read: 57 modules at level M. */
    private const LONG = 120;

    /** @return list<Problem> refusals first; empty for a link in order */
    public static function check(string $text): array
    {
        $refused = self::refusal($text);
        if ($refused !== null) {
            return [$refused];
        }
        if (trim($text) !== $text) {
            return [self::error('outer_space', 'The link begins or ends with a space; some phones then show it as text.', 'Remove outer spaces', trim($text))];
        }
        if (preg_match('/\s/u', $text) === 1) {
            return [self::error('inner_space', 'A link has no spaces; phones stop reading it at the first one.', 'Write spaces as %20', (string) preg_replace('/\s/u', '%20', $text))];
        }
        if (preg_match('#^([a-z][a-z0-9+.-]*):(?!\d+(?:/|$))(//)?#i', $text, $match) !== 1) {
            return [self::schemeMissing($text)];
        }
        $scheme = strtolower($match[1]);
        if (! in_array($scheme, ['http', 'https'], true)) {
            return [Problem::note('other_scheme', 'url', "Not a web page: only a device with an app for “{$scheme}:” can open this.")];
        }
        if (($match[2] ?? '') === '') {
            return [self::error('slashes_missing', "After “{$match[1]}:” come two slashes.", 'Add the slashes', $match[1].'://'.ltrim(substr($text, strlen($match[1]) + 1), '/'))];
        }

        return [...self::hostProblems($text), ...self::restProblems($text, $scheme)];
    }

    private static function refusal(string $text): ?Problem
    {
        $refuse = static fn (string $code, string $message, ?string $label = null, ?string $value = null): Problem => new Problem(Severity::Error, $code, 'url', $message, $label, $value, true);
        if (trim($text) === '') {
            return $refuse('empty', 'Type or paste the link.');
        }
        if (! mb_check_encoding($text, 'UTF-8')) {
            return $refuse('not_utf8', 'The link is not valid UTF-8 text.');
        }
        if (preg_match('/[\x00-\x08\x0B\x0C\x0E-\x1F\x7F]/', $text) === 1) {
            return $refuse('control', 'The link holds an invisible control character.', 'Remove it', (string) preg_replace('/[\x00-\x1F\x7F]/', '', $text));
        }
        if (preg_match(PlainText::DIRECTION_MARKS, $text) === 1) {
            return $refuse('direction_mark', 'The link holds an invisible mark that turns the direction of writing, a way to disguise where it leads.', 'Remove it', (string) preg_replace(PlainText::DIRECTION_MARKS, '', $text));
        }
        $hidden = HiddenScheme::problem($text, 'url');
        if ($hidden?->isError() === true) {
            return $hidden;
        }

        return null;
    }

    private static function schemeMissing(string $text): Problem
    {
        $full = 'https://'.ltrim($text, '/');

        return self::error('scheme_missing', 'Without a scheme a phone shows this as text and opens no page.', "Use $full", $full);
    }

    /** @return list<Problem> */
    private static function hostProblems(string $text): array
    {
        preg_match('#^https?://(?:([^/?\#@]*)@)?(\[[^\]]*\]|[^/?\#:]*)(?::([^/?\#]*))?#i', $text, $match);
        $host = $match[2] ?? '';
        $problems = [];
        if (($match[1] ?? '') !== '') {
            $problems[] = self::caution('user_part', "What stands before the @ is only a name to sign in with: this opens {$host}, whatever is written before it. Such links are used to deceive.");
        }
        if ($host === '') {
            return [self::error('host_missing', 'After “//” comes the name of a host, such as fennmoor.example.')];
        }
        if (str_starts_with($host, '[')) {
            return [...$problems, Problem::note('numeric_host', 'url', 'The host is a numeric address; it changes when the server moves.')];
        }
        if (isset($match[3]) && ($match[3] === '' || ! ctype_digit($match[3]) || (int) $match[3] > 65535)) {
            $problems[] = self::error('port', "“{$match[3]}” is not a port: 1 to 65535.");
        }
        $ascii = idn_to_ascii($host, IDNA_NONTRANSITIONAL_TO_ASCII | IDNA_CHECK_BIDI | IDNA_USE_STD3_RULES, INTL_IDNA_VARIANT_UTS46);
        if ($ascii === false || strlen($host) > 253) {
            return [...$problems, self::error('host_invalid', "“{$host}” is not a host name.")];
        }

        return [...$problems, ...self::lookAlikes($host, $ascii), ...self::reachability($host)];
    }

    /**
     * Letters that look like others, written out or hidden in punycode (RFC 3492, UTS 39).
     *
     * @return list<Problem>
     */
    private static function lookAlikes(string $host, string $ascii): array
    {
        $isPunycode = preg_match('/(?:^|\.)xn--/i', $host) === 1;
        if (! $isPunycode && preg_match('/[^\x00-\x7F]/', $host) !== 1) {
            return [];
        }
        $shown = $isPunycode ? (idn_to_utf8($host, IDNA_NONTRANSITIONAL_TO_UNICODE, INTL_IDNA_VARIANT_UTS46) ?: $host) : $host;
        foreach (explode('.', $shown) as $label) {
            $letters = LookAlikes::in($label);
            if ($letters !== []) {
                return [self::error('look_alike', "“{$label}” has letters of another script that look like Latin ones (".implode(', ', $letters)."). It can pass for a host that it is not: a browser goes to $ascii.")];
            }
        }

        return $isPunycode
            ? [self::caution('punycode', "The host hides other letters behind xn--: it is {$shown}. A browser may show either. Check that it is the one that is meant.")]
            : [Problem::note('not_ascii_host', 'url', "The host has letters outside ASCII: a browser goes to $ascii. Check that it is yours.")];
    }

    /** @return list<Problem> */
    private static function reachability(string $host): array
    {
        if (filter_var($host, FILTER_VALIDATE_IP) !== false) {
            $public = filter_var($host, FILTER_VALIDATE_IP, FILTER_FLAG_NO_PRIV_RANGE | FILTER_FLAG_NO_RES_RANGE) !== false;

            return [Problem::note('numeric_host', 'url', $public ? 'The host is a numeric address; it changes when the server moves.' : 'The address is reached only from inside its own network.')];
        }
        if (! str_contains(rtrim($host, '.'), '.')) {
            return [Problem::note('local_host', 'url', "“{$host}” has no dot: it is reached only from inside its own network.")];
        }

        return [];
    }

    /** @return list<Problem> */
    private static function restProblems(string $text, string $scheme): array
    {
        $problems = [];
        if ($scheme === 'http') {
            $problems[] = Problem::note('not_encrypted', 'url', 'http: is not encrypted; browsers warn before they open it.', 'Use https', 'https'.substr($text, 4));
        }
        if (preg_match('/%(?![0-9a-f]{2})/i', $text) === 1) {
            $problems[] = self::error('percent', 'A % sign must be followed by two hexadecimal digits; write a plain % as %25.', 'Write it as %25', (string) preg_replace('/%(?![0-9a-f]{2})/i', '%25', $text));
        } elseif (preg_match('/%25[0-9a-f]{2}/i', $text) === 1) {
            $problems[] = self::caution('encoded_twice', 'A percent-encoding seems to be encoded again (%25…).', 'Undo one encoding', (string) preg_replace('/%25([0-9a-f]{2})/i', '%$1', $text));
        }
        $split = strcspn($text, '/?#', strlen($scheme) + 3) + strlen($scheme) + 3;
        $rest = substr($text, $split);
        if (preg_match('/[^\x21-\x7E]|["<>\\\\^`{|}]/', $rest) === 1) {
            $encoded = (string) preg_replace_callback('/[^\x21-\x7E]|["<>\\\\^`{|}]/', static fn (array $m): string => rawurlencode($m[0]), $rest);
            // Letters of other scripts may stand there (RFC 3987); signs that end a link in other texts may not.
            $severity = preg_match('/[\x21-\x7E]/', (string) preg_replace('/[^"<>\\\\^`{|}]/', '', $rest)) === 1 ? Severity::Caution : Severity::Note;
            $problems[] = new Problem($severity, 'not_encoded', 'url', 'Some characters after the host should be percent-encoded.', 'Encode them', substr($text, 0, $split).$encoded);
        }
        if ($problems === [] && ! self::parses($text)) {
            $problems[] = self::error('syntax', 'The link does not follow the grammar of links (RFC 3986).');
        }
        if (strlen($text) > self::LONG) {
            $problems[] = Problem::note('long', 'url', sprintf('%d bytes make a fine-grained symbol. A shorter link reads from farther away.', strlen($text)));
        }

        return $problems;
    }

    /** A second opinion on the whole of it. */
    private static function parses(string $text): bool
    {
        try {
            return Uri::new($text)->getHost() !== null;
        } catch (UriException) {
            return false;
        }
    }

    private static function error(string $code, string $message, ?string $label = null, ?string $value = null): Problem
    {
        return new Problem(Severity::Error, $code, 'url', $message, $label, $value);
    }

    private static function caution(string $code, string $message, ?string $label = null, ?string $value = null): Problem
    {
        return new Problem(Severity::Caution, $code, 'url', $message, $label, $value);
    }
}
