<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** What a visitor is answered, as HTTP has it. */
final readonly class Reply
{
    /**
     * @param  array<string, string>  $headers
     * @param  ?int  $rule  place of the rule that answered, from 0; null for what holds otherwise
     * @param  bool  $isArrival  whether the visitor got what they came for, so that it counts as a scan
     */
    private function __construct(public int $status, public array $headers, public string $body, public ?int $rule, public bool $isArrival)
    {
    }

    /** To a link. */
    public static function link(string $to, ?int $rule): self
    {
        return new self(302, ['Location' => $to, 'Referrer-Policy' => 'no-referrer', ...self::COMMON], '', $rule, true);
    }

    /** A file that the phone opens: a contact card or an event. */
    public static function file(string $media, string $name, string $content, ?int $rule): self
    {
        return new self(200, ['Content-Type' => $media, 'Content-Disposition' => "attachment; filename=\"$name\"", ...self::COMMON, ...self::CLOSED], $content, $rule, true);
    }

    /** A small page of our own. */
    public static function page(int $status, Notice $notice, ?int $rule = null, bool $isArrival = false): self
    {
        return new self($status, ['Content-Type' => 'text/html; charset=utf-8', 'Referrer-Policy' => 'no-referrer', ...self::COMMON, ...self::CLOSED, ...$notice->headers()], $notice->html(), $rule, $isArrival);
    }

    private const COMMON = ['Cache-Control' => 'no-store', 'X-Content-Type-Options' => 'nosniff', 'X-Robots-Tag' => 'noindex'];

    private const CLOSED = ['Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'", 'X-Frame-Options' => 'DENY'];
}
