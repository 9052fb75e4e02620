<?php

declare(strict_types=1);

return [
    'version' => '0.1.0',

    // The account that a demo installation shows on its sign-in page; null where there is none.
    'demo' => env('KEEN_GLYPH_DEMO', false) ? [
        'email' => 'ines@fennmoor.example',
        'password' => 'swarm-in-the-oak',
    ] : null,

    // Pages that stand in for the outside world, in a demo.
    'standins' => env('KEEN_GLYPH_STANDINS_URL'),

    // Header by which a proxy in front says the visitor's country, as PHP names it; null where there is none.
    'country_header' => is_string($header = env('KEEN_GLYPH_COUNTRY_HEADER')) && $header !== '' ? 'HTTP_'.strtoupper(strtr($header, '-', '_')) : null,

    // Bounds on a picture that is sent to be read, kept before it is decoded.
    'read' => [
        'bytes' => 10_000_000,
        'pixels' => 12_000_000,
        // Milliseconds for all pictures of a request together.
        'ms' => 3_000,
    ],

    // The web server's own copies of pictures: where they lie, what they are tagged with, and for how long it keeps one.
    'edge' => [
        'copies' => env('KEEN_GLYPH_EDGE_COPIES', ''),
        'tags' => env('KEEN_GLYPH_EDGE_TAGS'),
        'seconds' => 600,
    ],

    // Hosts with their port that hooks may be sent to although they lie on this machine: in a demo, the stand-ins.
    'hooks' => ['allowed' => array_values(array_filter(explode(',', (string) env('KEEN_GLYPH_HOOKS_ALLOWED', ''))))],

    // Bytes of drawn pictures that are kept.
    'pictures_bytes' => 500_000_000,

    // Days that a deleted glyph can still be brought back.
    'keep_deleted_days' => 30,
];
