<?php

declare(strict_types=1);

return [
    // "smtp" sends them; without it they are put into a folder, which a demo shows.
    'default' => env('MAIL_MAILER', 'folder'),
    'mailers' => [
        'folder' => ['transport' => 'folder'],
        'smtp' => [
            'transport' => 'smtp',
            'scheme' => env('MAIL_SCHEME'),
            'host' => env('MAIL_HOST', '127.0.0.1'),
            'port' => env('MAIL_PORT', 587),
            'username' => env('MAIL_USERNAME'),
            'password' => env('MAIL_PASSWORD'),
            'timeout' => 15,
        ],
        'array' => ['transport' => 'array'],
    ],
    'from' => ['address' => env('MAIL_FROM_ADDRESS', 'keen-glyph@localhost.example'), 'name' => 'Keen Glyph'],
];
