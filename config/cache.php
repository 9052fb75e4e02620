<?php

declare(strict_types=1);

return [
    'default' => env('CACHE_STORE', 'database'),

    // Counting requests must cost next to nothing: in memory on one machine, in Redis where several share the load.
    'limiter' => env('CACHE_LIMITER', 'apc'),

    'stores' => [
        'apc' => ['driver' => 'apc'],
        'array' => ['driver' => 'array'],
        'database' => ['driver' => 'database', 'table' => 'cache', 'lock_table' => 'cache_locks'],
        'redis' => ['driver' => 'redis', 'connection' => 'default'],
    ],
    'prefix' => env('CACHE_PREFIX', 'keen-glyph:'.substr(hash('xxh32', (string) env('DB_DATABASE', '')), 0, 8).':'),
];
