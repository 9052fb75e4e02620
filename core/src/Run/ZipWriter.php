<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use RuntimeException;

/**
 * A ZIP file (ZIP File Format Specification 6.3) that is written entry by entry, so that of a hundred thousand pictures
 * one is in memory at a time; the extension of PHP keeps a record of each until the end, and reads them all again.
 */
final class ZipWriter
{
    /** Largest number of a field of four bytes, which says that the real one stands in an extra field (4.5.3). */
    private const LARGE = 0xFFFFFFFF;

    /** Version needed: with ZIP64 (4.4.3.2). */
    private const VERSION = 45;

    /** Names are in UTF-8 (4.4.4, bit 11). */
    private const UTF8 = 0x0800;

    private const STORED = 0;

    private const DEFLATED = 8;

    private const PIECE = 65_536;

    /** @var resource the directory at the end, a record for each entry */
    private $directory;

    private int $entries = 0;

    private int $at = 0;

    /** Day and time of all entries, as MS-DOS counts them (4.4.6). */
    private readonly string $moment;

    /**
     * @param  resource  $file  opened for writing, empty
     */
    public function __construct(private $file)
    {
        $this->directory = fopen('php://temp/maxmemory:1048576', 'w+b') ?: throw new RuntimeException('There is no room for a temporary file.');
        [$year, $month, $day, $hour, $minute, $second] = array_map(intval(...), explode(' ', gmdate('Y n j G i s')));
        $this->moment = pack('vv', $hour << 11 | $minute << 5 | $second >> 1, ($year - 1980) << 9 | $month << 5 | $day);
    }

    /**
     * @param  string  $name  in UTF-8, parts of a path by slashes
     * @param  bool  $isPacked  whether it would not become smaller, as most pictures of dots
     *
     * @throws RuntimeException when there is no room for it
     */
    public function add(string $name, string $bytes, bool $isPacked = false): void
    {
        $kept = $isPacked ? $bytes : (string) gzdeflate($bytes);
        $about = pack('vvv', self::VERSION, self::UTF8, $isPacked ? self::STORED : self::DEFLATED).$this->moment.pack('VVV', crc32($bytes), strlen($kept), strlen($bytes));
        $this->remember($name, $about);
        $this->put($this->localHeader($name, $about).$kept);
    }

    /**
     * The same of what is written piece by piece, up to 4 GiB.
     *
     * @param  callable(resource): void  $write
     *
     * @throws RuntimeException when there is no room for it
     */
    public function addWritten(string $name, callable $write): void
    {
        $source = tmpfile() ?: throw new RuntimeException('There is no room for a temporary file.');
        $packed = tmpfile() ?: throw new RuntimeException('There is no room for a temporary file.');
        $write($source);
        rewind($source);
        $sum = hash_init('crc32b');
        $deflate = deflate_init(ZLIB_ENCODING_RAW) ?: throw new RuntimeException('Nothing can be packed here.');
        [$length, $kept] = [0, 0];
        do {
            $piece = (string) fread($source, self::PIECE);
            hash_update($sum, $piece);
            $length += strlen($piece);
            $bytes = (string) deflate_add($deflate, $piece, feof($source) ? ZLIB_FINISH : ZLIB_NO_FLUSH);
            fwrite($packed, $bytes) === strlen($bytes) || throw new RuntimeException('There is no room for a temporary file.');
            $kept += strlen($bytes);
        } while (! feof($source));
        $about = pack('vvv', self::VERSION, self::UTF8, self::DEFLATED).$this->moment.pack('VVV', hexdec(hash_final($sum)), $kept, $length);
        $this->remember($name, $about);
        $this->put($this->localHeader($name, $about));
        rewind($packed);
        stream_copy_to_stream($packed, $this->file) === $kept || throw new RuntimeException('There is no room for the file.');
        $this->at += $kept;
    }

    /**
     * Writes the directory; nothing comes after it.
     *
     * @throws RuntimeException when there is no room for it
     */
    public function finish(): void
    {
        $begin = $this->at;
        rewind($this->directory);
        $length = (int) stream_copy_to_stream($this->directory, $this->file);
        $length === ftell($this->directory) || throw new RuntimeException('There is no room for the file.');
        $end = $begin + $length;
        if ($this->entries >= 0xFFFF || $end >= self::LARGE) {
            // Its own record of the end, and where that is (4.3.14, 4.3.15).
            $this->put("PK\x06\x06".pack('PvvVVPPPP', 44, self::VERSION, self::VERSION, 0, 0, $this->entries, $this->entries, $length, $begin));
            $this->put("PK\x06\x07".pack('VPV', 0, $end, 1));
        }
        $entries = min($this->entries, 0xFFFF);
        $this->put("PK\x05\x06".pack('vvvvVVv', 0, 0, $entries, $entries, min($length, self::LARGE), min($begin, self::LARGE), 0));
    }

    /** @param  string  $about  version, flags, method, moment, sum and sizes (4.3.7) */
    private function localHeader(string $name, string $about): string
    {
        return "PK\x03\x04".$about.pack('vv', strlen($name), 0).$name;
    }

    /** The entry's record in the directory (4.3.12). */
    private function remember(string $name, string $about): void
    {
        $extra = $this->at >= self::LARGE ? pack('vvP', 1, 8, $this->at) : '';
        $record = "PK\x01\x02".pack('v', self::VERSION).$about.pack('vvvvvVV', strlen($name), strlen($extra), 0, 0, 0, 0, min($this->at, self::LARGE)).$name.$extra;
        fwrite($this->directory, $record) === strlen($record) || throw new RuntimeException('There is no room for a temporary file.');
        $this->entries++;
    }

    private function put(string $bytes): void
    {
        @fwrite($this->file, $bytes) === strlen($bytes) || throw new RuntimeException('There is no room for the file.');
        $this->at += strlen($bytes);
    }
}
