<?php

declare(strict_types=1);

use App\Http\Headers\HeaderPolicy;
use App\Models\User;

it('lets every page on the web read what is the same for everybody, and keep it for a while', function (string $uri) {
    $answer = $this->get($uri)->assertOk();
    expect($answer->headers->get('Access-Control-Allow-Origin'))->toBe('*')
        ->and($answer->headers->get('Cache-Control'))->toContain('public', 'max-age=300')
        ->and($answer->headers->get('Content-Security-Policy'))->toContain("frame-ancestors 'none'")
        ->and($answer->headers->getCookies())->toBe([]);
})->with(['/api/v1/openapi.yaml', '/problems', '/problems/invalid']);

it('answers a page of another site, and takes no cookie from there', function () {
    $this->withHeaders(keyOf(User::factory()->create()))->withHeaders(['Origin' => 'https://meadow.example']);
    foreach (['/api/v1/glyphs' => 403, '/api/v1/about' => 200, '/api/v1/session' => 200] as $uri => $status) {
        $answer = $this->getJson($uri)->assertStatus($status);
        expect($answer->headers->get('Access-Control-Allow-Origin'))->toBe('*')
            ->and($answer->headers->has('Access-Control-Allow-Credentials'))->toBeFalse($uri)
            ->and($answer->headers->get('X-Frame-Options'))->toBe('DENY');
    }
});

it('keeps the pages and the way of signing in to our own site', function (string $uri) {
    $answer = $this->withoutVite()->get($uri, ['Origin' => 'https://meadow.example']);
    expect($answer->headers->has('Access-Control-Allow-Origin'))->toBeFalse()->and($answer->headers->get('X-Frame-Options'))->toBe('DENY');
})->with(['/compose', '/sign-in', '/sanctum/csrf-cookie']);

it('has an answer for every policy', function (HeaderPolicy $policy) {
    expect($policy->frameAncestors())->not->toBe('')->and($policy->readers() ?? '*')->toBe('*');
})->with(HeaderPolicy::cases());

it('names a glyph’s picture by its revision, its options and the renderer, and sends it once', function () {
    $this->withHeaders(keyOf(User::factory()->create()));
    $id = $this->postJson('/api/v1/glyphs', jar())->json('id');
    $tag = fn (string $query = '', string $format = 'svg'): string => (string) $this->get("/api/v1/glyphs/$id/image.$format$query")->assertOk()->headers->get('ETag');
    $tags = [$tag(), $tag('', 'png'), $tag('?module_px=5'), $tag('?size_px=300'), $tag('?cmyk=1', 'pdf'), $tag('', 'pdf')];
    expect(array_unique($tags))->toHaveCount(6)->and($tag())->toBe($tags[0])->and($tag('?module_px=5'))->toBe($tags[2]);
    $this->get("/api/v1/glyphs/$id/image.svg", ['If-None-Match' => $tags[0]])->assertStatus(304);
    $this->patchJson("/api/v1/glyphs/$id", ['level' => 'H'])->assertOk();
    expect($tag())->not->toBe($tags[0]);
    $this->get("/api/v1/glyphs/$id/image.svg", ['If-None-Match' => $tags[0]])->assertOk();
});

it('answers every screen of the web application as found, and nothing else', function () {
    preg_match_all("~path: '(/[^']*)'~", (string) file_get_contents(resource_path('web/router.ts')), $paths);
    $screens = array_values(array_filter($paths[1], fn (string $path): bool => ! str_contains($path, 'rest')));
    expect(count($screens))->toBeGreaterThan(10);
    $this->withoutVite();
    foreach ($screens as $path) {
        $this->get(preg_replace('~/:\w+\?~', '', $path))->assertOk();
        $this->get(preg_replace('~/:\w+\?~', '/one', $path))->assertOk();
    }
    $this->get('/no-such-screen')->assertNotFound();
    $this->get('/keys/one')->assertNotFound();
});
