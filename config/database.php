<?php

declare(strict_types=1);

return [
    'default' => 'pgsql',
    'connections' => [
        'pgsql' => [
            'driver' => 'pgsql',
            'host' => env('DB_HOST', '127.0.0.1'),
            'port' => env('DB_PORT', '5432'),
            'database' => env('DB_DATABASE', 'keen_glyph'),
            'username' => env('DB_USERNAME', 'keen_glyph'),
            'password' => env('DB_PASSWORD', ''),
            // Each of these is a question of its own at every connection, unless the environment has told libpq already.
            'charset' => getenv('PGCLIENTENCODING') === 'UTF8' ? null : 'utf8',
            'prefix' => '',
            'sslmode' => env('DB_SSLMODE', 'prefer'),
            'timezone' => getenv('PGTZ') === 'UTC' ? null : 'UTC',
            // Signing in to the database takes longer than drawing a symbol, so a web worker keeps its connection.
            'options' => [
                PDO::ATTR_PERSISTENT => (bool) env('DB_PERSISTENT', false),
                // Parameters travel with their statement, in one round trip instead of two.
                PDO::PGSQL_ATTR_DISABLE_PREPARES => true,
            ],
        ],
    ],
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => true],
    'redis' => [
        'client' => 'predis',
        'default' => ['url' => env('REDIS_URL'), 'host' => env('REDIS_HOST', '127.0.0.1'), 'port' => env('REDIS_PORT', '6379')],
    ],
];
