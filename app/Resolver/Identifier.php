<?php

declare(strict_types=1);

namespace App\Resolver;

use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\InvalidElements;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Route\Resolver;

/** An identifier as a path, checked by GS1's rules. */
final readonly class Identifier
{
    /** Identifiers that can begin a Digital Link's path, as routes take them (URI Syntax 1.3, 4.3). */
    public const KEYS = '00|01|253|255|401|402|414|417|8003|8004|8006|8010|8013|8017|8018';

    /** @param  non-empty-list<string>  $levels  the most specific first */
    private function __construct(public array $levels)
    {
    }

    /** @throws InvalidElements with what is wrong, in words */
    public static function of(string $path): self
    {
        $path = '/'.trim($path, '/');
        $segments = explode('/', substr($path, 1));
        if (count($segments) % 2 === 1) {
            throw new InvalidElements('A part without its value ends this path. Compressed links are not taken here: write the identifier out, such as /01/09520123456788/10/H26-07.');
        }
        $uri = "https://id.fennmoor.example$path";
        $link = DigitalLink::parse($uri);
        foreach (Payloads::parse($uri, Kind::Gs1Link)->errors() as $problem) {
            throw new InvalidElements($problem->message);
        }
        if ($link->faults !== [] || $link->domain !== 'https://id.fennmoor.example') {
            throw new InvalidElements($link->faults[0]['message'] ?? 'The path begins with a primary key, such as /01/09520123456788.');
        }

        return new self(Resolver::levels($link));
    }

    /** The primary key alone. */
    public function key(): string
    {
        return $this->levels[count($this->levels) - 1];
    }

    public function path(): string
    {
        return $this->levels[0];
    }
}
