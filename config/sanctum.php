<?php

declare(strict_types=1);

use App\Http\Middleware\ProtectForms;
use Illuminate\Cookie\Middleware\EncryptCookies;
use Laravel\Sanctum\Http\Middleware\AuthenticateSession;

return [
    // Hosts whose pages sign in with a session; everything else brings a bearer key.
    'stateful' => explode(',', (string) env('SANCTUM_STATEFUL_DOMAINS', 'localhost,127.0.0.1,localhost:8080,127.0.0.1:8080')),
    'guard' => ['web'],
    'expiration' => null,
    // App\Models\Key writes it, and less often.
    'last_used_at' => false,
    'token_prefix' => 'kg_',
    'middleware' => [
        'authenticate_session' => AuthenticateSession::class,
        'encrypt_cookies' => EncryptCookies::class,
        'validate_csrf_token' => ProtectForms::class,
    ],
];
