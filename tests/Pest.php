<?php

declare(strict_types=1);

use App\Models\User;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Tests\TestCase;

pest()->extend(TestCase::class)->use(RefreshDatabase::class)->in('Feature');

/** A key of a new user, as headers. @param  list<string>  $abilities */
function keyOf(User $user, array $abilities = User::ABILITIES): array
{
    app('auth')->forgetGuards();

    return ['Authorization' => 'Bearer '.$user->createToken('test', $abilities)->plainTextToken];
}

/** A glyph as it would be sent. @param  array<string, mixed>  $more @return array<string, mixed> */
function jar(array $more = []): array
{
    return ['name' => 'Heather honey jar', 'kind' => 'link', 'text' => 'https://fennmoor.example/jar/heather-340', 'level' => 'Q', 'module_px' => 10, 'dark' => '#2B1A0E', 'light' => '#FFFAEC', ...$more];
}

/**
 * What is wrong with a request: details by place in the body, with points between the names, or by query parameter.
 *
 * @return array<string, list<string>>
 */
function faults(Illuminate\Testing\TestResponse $answer): array
{
    $faults = [];
    foreach ($answer->assertUnprocessable()->json('errors') as $entry) {
        $path = isset($entry['pointer']) ? implode('.', array_map(fn ($name) => str_replace(['~1', '~0'], ['/', '~'], rawurldecode($name)), array_slice(explode('/', $entry['pointer']), 1))) : $entry['parameter'];
        $faults[$path][] = $entry['detail'];
    }

    return $faults;
}
