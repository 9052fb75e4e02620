<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use Countable;
use IteratorAggregate;
use OutOfBoundsException;
use RuntimeException;
use Traversable;

/**
 * Lists and maps of plain values by a number, kept in a temporary file once they are many: a hundred thousand rows take
 * hardly more memory than a thousand.
 *
 * @template T of array<array-key, mixed>
 *
 * @implements IteratorAggregate<int, T>
 */
final class Spool implements Countable, IteratorAggregate
{
    /** Bytes that are held in memory before there is a file. */
    private const MEMORY = 1_048_576;

    /** @var resource */
    private $stream;

    /** @var array<int, int> where each begins, by its number */
    private array $places = [];

    private int $end = 0;

    private bool $isSorted = true;

    private int $last = PHP_INT_MIN;

    public function __construct()
    {
        $stream = fopen('php://temp/maxmemory:'.self::MEMORY, 'w+b');
        $this->stream = $stream === false ? throw new RuntimeException('There is no room for a temporary file.') : $stream;
    }

    /**
     * @template V of array<array-key, mixed>
     *
     * @param  iterable<int, V>  $values  by number
     * @return self<V>
     */
    public static function of(iterable $values): self
    {
        /** @var self<V> $spool */
        $spool = new self;
        foreach ($values as $number => $value) {
            $spool->put($number, $value);
        }

        return $spool;
    }

    /**
     * Puts a value of texts, numbers, booleans and nulls at a number, in place of what is there.
     *
     * @param  T  $value
     *
     * @throws RuntimeException when there is no room for it
     */
    public function put(int $number, array $value): void
    {
        $bytes = serialize($value);
        $bytes = pack('N', strlen($bytes)).$bytes;
        fseek($this->stream, $this->end);
        if (fwrite($this->stream, $bytes) !== strlen($bytes)) {
            throw new RuntimeException('There is no room for a temporary file.');
        }
        $this->isSorted = $this->isSorted && ($number > $this->last || isset($this->places[$number]));
        $this->last = max($this->last, $number);
        $this->places[$number] = $this->end;
        $this->end += strlen($bytes);
    }

    /** @param  int  $number  that a value was put at */
    public function has(int $number): bool
    {
        return isset($this->places[$number]);
    }

    /**
     * @return T
     *
     * @throws OutOfBoundsException when there is none of this number
     */
    public function at(int $number): array
    {
        fseek($this->stream, $this->places[$number] ?? throw new OutOfBoundsException("There is no value of number $number."));
        $length = unpack('N', (string) stream_get_contents($this->stream, 4));
        /** @var T $value */
        $value = unserialize((string) stream_get_contents($this->stream, is_int($length[1] ?? null) ? $length[1] : 0), ['allowed_classes' => false]);

        return $value;
    }

    /** @return list<int> in ascending order */
    public function numbers(): array
    {
        if (! $this->isSorted) {
            ksort($this->places);
            $this->isSorted = true;
        }

        return array_keys($this->places);
    }

    public function count(): int
    {
        return count($this->places);
    }

    /** @return Traversable<int, T> by ascending number */
    public function getIterator(): Traversable
    {
        foreach ($this->numbers() as $number) {
            yield $number => $this->at($number);
        }
    }
}
