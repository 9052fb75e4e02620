<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

use DateTimeImmutable;

/** What the writer needs beside the page: where things are fetched, and how they stand now. */
final readonly class PageView
{
    /**
     * @param  string  $base  address of the page, without a query
     * @param  array<string, PageFile>  $files  by identifier
     * @param  array<string, array{symbol: string, used: ?string}>  $coupons  by part: the symbol as SVG, and when it was redeemed
     * @param  string  $foot  whose page it is
     * @param  ?string  $answered  the part whose question was answered just now
     * @param  array<string, string>  $wrong  by part: why an answer was not taken
     * @param  string  $pass  goes with every address of the page, where a passphrase was given
     */
    public function __construct(
        public string $base,
        public array $files,
        public array $coupons,
        public string $foot,
        public DateTimeImmutable $now,
        public ?string $answered = null,
        public array $wrong = [],
        public string $pass = '',
    ) {
    }

    /** @param  array<string, string>  $query */
    public function address(string $path = '', array $query = []): string
    {
        $query += $this->pass === '' ? [] : ['pass' => $this->pass];

        return $this->base.$path.($query === [] ? '' : '?'.http_build_query($query, '', '&', PHP_QUERY_RFC3986));
    }
}
