<?php

declare(strict_types=1);

/**
 * A folder of this machine, or with KEEN_GLYPH_…=s3 a part of an S3-compatible store that several machines share. What is not stored
 * there is said, not swallowed; a picture of an address can be drawn again.
 */
$store = static fn (string $name): array => env('KEEN_GLYPH_'.strtoupper($name), 'local') === 's3' ? [
    'driver' => 's3',
    'key' => env('AWS_ACCESS_KEY_ID'),
    'secret' => env('AWS_SECRET_ACCESS_KEY'),
    'region' => env('AWS_DEFAULT_REGION'),
    'bucket' => env('AWS_BUCKET'),
    'endpoint' => env('AWS_ENDPOINT'),
    'use_path_style_endpoint' => env('AWS_USE_PATH_STYLE_ENDPOINT', false),
    'root' => $name,
    'throw' => $name !== 'pictures',
    // Stores of other makers do not know the newest checksums.
    'request_checksum_calculation' => 'when_required',
    'response_checksum_validation' => 'when_required',
] : ['driver' => 'local', 'root' => storage_path("app/$name"), 'throw' => $name !== 'pictures'];

return [
    'default' => 'local',
    'disks' => [
        'local' => ['driver' => 'local', 'root' => storage_path('app')],
        // Pictures that addresses drew, files that pages hand out, and what runs make.
        'pictures' => $store('pictures'),
        'files' => $store('files'),
        'runs' => $store('runs'),
    ],
];
