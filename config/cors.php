<?php

declare(strict_types=1);

/*
 * The API may be called with a key from a page of another site. Cookies are never taken from there, so nobody's session
 * can be used by it. What is the same for everybody is opened by its group's header policy instead.
 */
return [
    'paths' => ['api/*'],
    'allowed_methods' => ['*'],
    'allowed_origins' => ['*'],
    'allowed_origins_patterns' => [],
    'allowed_headers' => ['*'],
    'exposed_headers' => [],
    'max_age' => 600,
    'supports_credentials' => false,
];
