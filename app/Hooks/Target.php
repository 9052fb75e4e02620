<?php

declare(strict_types=1);

namespace App\Hooks;

/**
 * Where a hook is sent: an address on the open internet. Its host is looked up here, and the connection is held to what
 * was found, so that a name that answers otherwise the second time leads nowhere else.
 */
final readonly class Target
{
    /** @param  list<string>  $addresses  to connect to */
    private function __construct(public string $host, public int $port, public array $addresses)
    {
    }

    /**
     * @param  list<string>  $allowed  hosts with their port that may lie on this machine, in a demo
     *
     * @throws UnsafeTarget when it leads to this machine, to its network or nowhere
     */
    public static function of(string $url, array $allowed = []): self
    {
        $parts = parse_url($url);
        $scheme = strtolower($parts['scheme'] ?? '');
        $host = strtolower(trim($parts['host'] ?? '', '[]'));
        if (! in_array($scheme, ['http', 'https'], true) || $host === '' || isset($parts['user']) || isset($parts['pass'])) {
            throw new UnsafeTarget('A hook’s address begins with https:// or http:// and names a host, without a password.');
        }
        // 127.1, 0x7f000001 and the like: numbers that some programs take for addresses.
        if (filter_var($host, FILTER_VALIDATE_IP) === false && preg_match('/^(?:0x[0-9a-f]*|\d+)(?:\.(?:0x[0-9a-f]*|\d+))*\.?$/D', $host) === 1) {
            throw new UnsafeTarget("“{$host}” is no host. Write the name, or all four numbers of its address.");
        }
        $port = $parts['port'] ?? ($scheme === 'https' ? 443 : 80);
        $isAllowed = in_array("{$host}:{$port}", $allowed, true);
        $found = filter_var($host, FILTER_VALIDATE_IP) !== false ? [$host] : self::lookUp($host);
        if ($found === []) {
            throw new UnsafeTarget("The host “{$host}” has no address.");
        }
        foreach ($isAllowed ? [] : $found as $address) {
            if (! self::isOpen($address)) {
                throw new UnsafeTarget("The host “{$host}” leads to {$address}, which is not on the open internet.");
            }
        }

        return new self($host, $port, $found);
    }

    /** What curl takes in place of looking the host up. */
    public function resolution(): string
    {
        return "{$this->host}:{$this->port}:".implode(',', array_map(static fn (string $address): string => str_contains($address, ':') ? "[$address]" : $address, $this->addresses));
    }

    /** Whether an address is anybody's to reach: no loopback, private, link-local, reserved or mapped one. */
    public static function isOpen(string $address): bool
    {
        $packed = @inet_pton($address);
        if ($packed === false) {
            return false;
        }
        // IPv4 within IPv6: mapped (RFC 4291), translated (RFC 6052), 6to4 (RFC 3056).
        $inner = match (true) {
            strlen($packed) !== 16 => null,
            str_starts_with($packed, "\0\0\0\0\0\0\0\0\0\0\xFF\xFF"), str_starts_with($packed, "\0\0\0\0\0\0\0\0\0\0\0\0"), str_starts_with($packed, "\x00\x64\xFF\x9B") => substr($packed, 12),
            str_starts_with($packed, "\x20\x02") => substr($packed, 2, 4),
            default => null,
        };
        if ($inner !== null && ! self::isOpen((string) inet_ntop($inner))) {
            return false;
        }

        return filter_var($address, FILTER_VALIDATE_IP, FILTER_FLAG_GLOBAL_RANGE | FILTER_FLAG_NO_PRIV_RANGE | FILTER_FLAG_NO_RES_RANGE) !== false;
    }

    /** @return list<string> */
    private static function lookUp(string $host): array
    {
        $found = [];
        foreach (@dns_get_record($host, DNS_A | DNS_AAAA) ?: [] as $record) {
            $address = $record['ip'] ?? $record['ipv6'] ?? null;
            is_string($address) && $found[] = $address;
        }
        // Names that this machine knows by itself, such as localhost.
        foreach (gethostbynamel($host) ?: [] as $address) {
            $found[] = $address;
        }

        return array_values(array_unique($found));
    }
}
