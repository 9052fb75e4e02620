<?php

declare(strict_types=1);

namespace App\Waypoints;

use DateTimeImmutable;
use DateTimeZone;
use KeenGlyph\Core\Route\Agent;
use KeenGlyph\Core\Route\GeoPoint;
use KeenGlyph\Core\Route\OpenWaypoint;
use KeenGlyph\Core\Route\Reply;
use KeenGlyph\Core\Route\Visitor;

/**
 * A request at a waypoint's door, boiled down to what may be kept: no address and no whole agent string, only a hash of
 * both with a salt of the day that is forgotten after two.
 */
final readonly class Arrival
{
    private function __construct(public DateTimeImmutable $at, public Agent $agent, public string $visitor, private string $language, private ?string $country, private string $referrer, private bool $isHead)
    {
    }

    /**
     * @param  array<array-key, mixed>  $server  as PHP has it
     * @param  string  $salt  of the day
     * @param  string  $countryHeader  its name as PHP has it, such as HTTP_X_COUNTRY; empty where there is none
     */
    public static function of(array $server, string $salt, string $countryHeader, ?DateTimeImmutable $now = null): self
    {
        $text = static fn (string $name): string => is_string($server[$name] ?? null) ? $server[$name] : '';
        $address = $text('REMOTE_ADDR');
        $referrer = parse_url($text('HTTP_REFERER'), PHP_URL_HOST);

        return new self(
            $now ?? new DateTimeImmutable('now', new DateTimeZone('UTC')),
            Agent::of($text('HTTP_USER_AGENT'), $text('HTTP_SEC_PURPOSE').' '.$text('HTTP_PURPOSE').' '.$text('HTTP_X_MOZ')),
            substr(hash_hmac('sha256', $address."\0".$text('HTTP_USER_AGENT'), $salt), 0, 16),
            $text('HTTP_ACCEPT_LANGUAGE'),
            Countries::of($address, $countryHeader === '' ? null : $text($countryHeader)),
            is_string($referrer) && preg_match('/^[A-Za-z0-9.-]{1,120}$/D', $referrer) === 1 ? strtolower($referrer) : '',
            $text('REQUEST_METHOD') === 'HEAD',
        );
    }

    public function visitor(string $waypoint, int $number = 1, ?GeoPoint $place = null, bool $mayBeAsked = true): Visitor
    {
        // Two tests that run at once share nobody: each has its own order of the same visitors.
        $slot = hexdec(substr(hash('sha256', $this->visitor.$waypoint), 0, 8)) / 0x1_0000_0000 * 100;

        return new Visitor($this->at, Visitor::languagesOf($this->language), $this->agent->device, $this->agent->platform, $this->country, $place, $mayBeAsked, $number, $slot);
    }

    /** Whether somebody came, and not a program that looks first. */
    public function isSomebody(): bool
    {
        return $this->agent->sort === 'visitor' && ! $this->isHead;
    }

    /** @return list<string|int> a line of the trail, as Scan has its fields */
    public function scan(OpenWaypoint $waypoint, Reply $reply): array
    {
        $language = Visitor::languagesOf($this->language)[0] ?? '';

        return [
            $this->at->format('Y-m-d\TH:i:s.uP'), $waypoint->id, $waypoint->revision, $reply->rule ?? -1, $this->isHead && $this->agent->sort === 'visitor' ? 'head' : ($this->agent->sort === 'visitor' ? 'scan' : $this->agent->sort),
            $this->agent->device, $this->agent->platform, strtolower(substr(strtok($language, '-') ?: '', 0, 12)), $this->country ?? '', $this->referrer, $this->visitor,
        ];
    }
}
