<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

use KeenGlyph\Core\Payload\HiddenScheme;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;

/** What a visitor gets: a link, a page or a file of ours, a text, or something that their phone saves. */
final readonly class Target
{
    /** Schemes that a link may have. Everything else could run or open what nobody meant. */
    public const SCHEMES = ['https', 'http', 'mailto', 'tel', 'sms', 'geo'];

    private const LONGEST = 2000;

    /** @param  'link'|'page'|'file'|'contact'|'event'|'text'  $kind */
    private function __construct(public string $kind, public string $content)
    {
    }

    /** @throws InvalidRoute */
    public static function of(mixed $given): self
    {
        if (! is_array($given) || count($given) !== 1) {
            throw new InvalidRoute('', 'Say what a visitor gets: a link, page, file, contact, event or text.');
        }
        $kind = array_key_first($given);
        $value = $given[$kind];

        return match ($kind) {
            'link' => new self('link', self::link($value)),
            'text' => is_string($value) && trim($value) !== '' && mb_strlen($value) <= self::LONGEST && mb_check_encoding($value, 'UTF-8') ? new self('text', $value) : throw new InvalidRoute('text', 'Write the text, up to '.self::LONGEST.' characters.'),
            'page' => new self('page', (is_string($value) ? ShortCode::given($value) : null) ?? throw new InvalidRoute('page', 'Name the page by its code, such as INES.')),
            'file' => is_string($value) && preg_match('/^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/D', $value) === 1 ? new self('file', $value) : throw new InvalidRoute('file', 'Choose a file that was uploaded.'),
            'contact' => new self('contact', self::file(Kind::Contact, $value)),
            'event' => new self('event', self::file(Kind::Event, $value)),
            default => throw new InvalidRoute('', 'A visitor gets a link, page, file, contact, event or text.'),
        };
    }

    /**
     * The link with tags added to its query, those that it has already kept.
     *
     * @param  array<string, string>  $tags
     */
    public function tagged(array $tags): string
    {
        if ($this->kind !== 'link' || $tags === [] || preg_match('#^https?://#i', $this->content) !== 1) {
            return $this->content;
        }
        [$address, $fragment] = [explode('#', $this->content, 2)[0], explode('#', $this->content, 2)[1] ?? null];
        parse_str((string) parse_url($address, PHP_URL_QUERY), $own);
        $more = http_build_query(array_diff_key($tags, $own), '', '&', PHP_QUERY_RFC3986);

        return ($more === '' ? $address : $address.(str_contains($address, '?') ? (str_ends_with($address, '?') ? '' : '&') : '?').$more).($fragment === null ? '' : "#$fragment");
    }

    /** Path of a page or file of ours; null for others. */
    public function path(): ?string
    {
        return match ($this->kind) {
            'page' => "/p/$this->content",
            'file' => "/f/$this->content",
            default => null,
        };
    }

    /** Host of a web link; null for others. */
    public function host(): ?string
    {
        $host = $this->kind === 'link' && preg_match('#^https?://#i', $this->content) === 1 ? parse_url($this->content, PHP_URL_HOST) : null;

        return is_string($host) ? strtolower($host) : null;
    }

    /** In a sentence, such as "fennmoor.example/cy/haid". */
    public function words(): string
    {
        return match ($this->kind) {
            'link' => (string) preg_replace('#^https?://#i', '', $this->content),
            'page' => "the page $this->content",
            'file' => 'a file',
            'text' => 'a text',
            'contact' => 'a contact card',
            'event' => 'an event',
        };
    }

    /** @throws InvalidRoute */
    private static function link(mixed $value): string
    {
        $link = is_string($value) ? trim($value) : '';
        if ($link === '' || strlen($link) > self::LONGEST) {
            throw new InvalidRoute('link', $link === '' ? 'Write the link.' : 'A link has at most '.self::LONGEST.' bytes.');
        }
        if (preg_match('/[\x00-\x20\x7F<>"{}|\\\\^`]/', $link) === 1 || ! mb_check_encoding($link, 'UTF-8')) {
            throw new InvalidRoute('link', 'A link has no spaces, line breaks, quotes or brackets; write them as %20 and so on.');
        }
        $scheme = strtolower((string) strstr($link, ':', true));
        if (! in_array($scheme, self::SCHEMES, true) || HiddenScheme::problem($link, 'link') !== null) {
            throw new InvalidRoute('link', 'A link begins with '.implode(', ', array_map(static fn (string $one): string => "$one:", self::SCHEMES)).'.');
        }
        if (in_array($scheme, ['http', 'https'], true)) {
            $parts = parse_url($link);
            if (! is_array($parts) || ! isset($parts['host']) || isset($parts['user']) || isset($parts['pass']) || ! str_starts_with(substr($link, strlen($scheme)), '://')) {
                throw new InvalidRoute('link', 'A web link has a host and no user name: https://fennmoor.example/page.');
            }
        }

        return $link;
    }

    /** @throws InvalidRoute */
    private static function file(Kind $kind, mixed $value): string
    {
        if (is_string($value)) {
            // As it is stored: built from fields before.
            return str_starts_with($value, $kind === Kind::Contact ? 'BEGIN:VCARD' : 'BEGIN:VCALENDAR') && strlen($value) <= 8000 ? $value : throw new InvalidRoute($kind->value, 'Give the fields of the '.$kind->value.'.');
        }
        if (! is_array($value)) {
            throw new InvalidRoute($kind->value, 'Give the fields of the '.$kind->value.'.');
        }
        /** @var array<string, mixed> $value */
        $payload = Payloads::build($kind, $value);
        if ($kind === Kind::Contact && ! str_starts_with($payload->text, 'BEGIN:VCARD') && $payload->errors() === []) {
            throw new InvalidRoute('contact.format', 'Phones save a vCard; MECARD stands in symbols alone.');
        }
        foreach ($payload->errors() as $problem) {
            throw new InvalidRoute("$kind->value.$problem->field", $problem->message);
        }

        return $payload->text;
    }

    /** @return array<string, string> as it is stored */
    public function toArray(): array
    {
        return [$this->kind => $this->content];
    }
}
