<?php

declare(strict_types=1);

return [
    'default' => env('QUEUE_CONNECTION', 'database'),
    'connections' => [
        'sync' => ['driver' => 'sync'],
        'database' => ['driver' => 'database', 'table' => 'jobs', 'queue' => 'default', 'retry_after' => 120, 'after_commit' => true],
        // Proofs have workers of their own, so that a long one keeps no hook waiting. A killed worker's row is taken up again soon.
        'proofs' => ['driver' => env('QUEUE_CONNECTION', 'database') === 'redis' ? 'redis' : 'database', 'connection' => env('QUEUE_CONNECTION', 'database') === 'redis' ? 'default' : null, 'table' => 'jobs', 'queue' => 'proofs', 'retry_after' => 85, 'after_commit' => true],
        'redis' => ['driver' => 'redis', 'connection' => 'default', 'queue' => 'default', 'retry_after' => 120, 'after_commit' => true],
    ],
    'failed' => ['driver' => 'database-uuids', 'database' => 'pgsql', 'table' => 'failed_jobs'],
];
