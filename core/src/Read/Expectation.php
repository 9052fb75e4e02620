<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What became of one text that pictures should hold. */
final readonly class Expectation
{
    /**
     * @param  'match'|'mismatch'|'missing'  $verdict  read as it should be; something very like it was read; nothing of it was read
     * @param  ?int  $picture  the number of the picture, from 0
     * @param  ?string  $read  what that picture says
     * @param  list<array{at: int, expected: string, read: string}>  $differences  characters from 0, up to LIMIT of them
     */
    public function __construct(
        public string $expected,
        public string $verdict,
        public ?int $picture,
        public ?string $read,
        public array $differences,
    ) {
    }
}
