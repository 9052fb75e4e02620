<?php

declare(strict_types=1);

return [
    'default' => 'local',
    'disks' => [
        'local' => ['driver' => 'local', 'root' => storage_path('app')],
        // Pictures that addresses drew. With KEEN_GLYPH_PICTURES=s3 several machines share them.
        'pictures' => env('KEEN_GLYPH_PICTURES', 'local') === 's3' ? [
            'driver' => 's3',
            'key' => env('AWS_ACCESS_KEY_ID'),
            'secret' => env('AWS_SECRET_ACCESS_KEY'),
            'region' => env('AWS_DEFAULT_REGION'),
            'bucket' => env('AWS_BUCKET'),
            'endpoint' => env('AWS_ENDPOINT'),
            'use_path_style_endpoint' => env('AWS_USE_PATH_STYLE_ENDPOINT', false),
            'root' => 'pictures',
        ] : ['driver' => 'local', 'root' => storage_path('app/pictures')],
    ],
];
