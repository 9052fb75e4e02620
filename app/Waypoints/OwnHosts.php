<?php

declare(strict_types=1);

namespace App\Waypoints;

/**
 * Whose a host is, as this machine knows it: a file for each. At a host of its own a workspace answers, and nobody else: what one
 * workspace prints cannot be opened under the name of another.
 */
final readonly class OwnHosts
{
    public function __construct(private string $folder)
    {
    }

    /**
     * The host that was asked, in small letters and without its port; '' when it is none.
     *
     * @param  array<array-key, mixed>  $server  as PHP has it
     */
    public static function asked(array $server): string
    {
        $host = is_string($server['HTTP_HOST'] ?? null) ? strtolower((string) preg_replace('/:\d{1,5}$/', '', $server['HTTP_HOST'])) : '';

        return preg_match('/^(?=.{1,253}$)[a-z0-9](?:[a-z0-9.-]*[a-z0-9])?$/D', $host) === 1 && ! str_contains($host, '..') ? $host : '';
    }

    /** The id of the workspace whose host this is; null when it is nobody's own. */
    public function owner(string $host): ?string
    {
        $owner = $host === '' ? false : @file_get_contents($this->file($host));

        return $owner === false || $owner === '' ? null : $owner;
    }

    /**
     * Whether the host that was asked may answer for a workspace: its own, or one that is nobody's.
     *
     * @param  array<array-key, mixed>  $server
     */
    public function allows(array $server, string $workspace): bool
    {
        return ($this->owner(self::asked($server)) ?? $workspace) === $workspace;
    }

    /** @param  array<string, string>  $owners  workspaces by host: all that there are */
    public function keep(array $owners): void
    {
        @mkdir("$this->folder/hosts", 0700, true);
        foreach ($owners as $host => $workspace) {
            if ($this->owner($host) !== $workspace) {
                $part = $this->file($host).'.part';
                @file_put_contents($part, $workspace) === strlen($workspace) ? rename($part, $this->file($host)) : @unlink($part);
            }
        }
        foreach (scandir("$this->folder/hosts") ?: [] as $name) {
            if ($name[0] !== '.' && ! isset($owners[$name])) {
                @unlink($this->file($name));
            }
        }
    }

    private function file(string $host): string
    {
        return "$this->folder/hosts/$host";
    }
}
