<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** A waypoint as it answers: what was published last, and how it stands. */
final readonly class OpenWaypoint
{
    /**
     * @param  int  $version  grows with every change that an answer can show
     * @param  ?Route  $route  null where nothing was ever published
     * @param  ?string  $pause  what a visitor is told while it rests; null when it does not
     * @param  bool  $isLocked  whether a passphrase is asked for
     * @param  ?list<string>  $hosts  hosts that need no page in between; null where none is asked for
     */
    public function __construct(public string $id, public string $workspace, public string $code, public int $version, public int $revision, public ?Route $route, public ?string $pause, public bool $isLocked, public ?array $hosts)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['id' => $this->id, 'workspace' => $this->workspace, 'code' => $this->code, 'version' => $this->version, 'revision' => $this->revision, 'route' => $this->route?->toArray(), 'pause' => $this->pause, 'locked' => $this->isLocked, 'hosts' => $this->hosts];
    }

    /**
     * @param  array<array-key, mixed>  $kept  as toArray made it
     *
     * @throws InvalidRoute when it was not
     */
    public static function again(array $kept): self
    {
        $text = static fn (string $name): string => is_string($kept[$name] ?? null) ? $kept[$name] : throw new InvalidRoute($name, 'This is no waypoint that was kept.');
        $hosts = is_array($kept['hosts'] ?? null) ? array_values(array_filter($kept['hosts'], is_string(...))) : null;

        return new self(
            $text('id'), $text('workspace'), $text('code'), is_int($kept['version'] ?? null) ? $kept['version'] : 0, is_int($kept['revision'] ?? null) ? $kept['revision'] : 0,
            ($kept['route'] ?? null) === null ? null : Route::of($kept['route']), is_string($kept['pause'] ?? null) ? $kept['pause'] : null, ($kept['locked'] ?? false) === true, $hosts,
        );
    }

    /** Whether an answer can be given from what stands here alone. */
    public function isPlain(): bool
    {
        return $this->route !== null && ! $this->isLocked && ! $this->route->counts() && ! $this->route->asks();
    }
}
