<?php

declare(strict_types=1);

use App\Models\User;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;

beforeEach(function () {
    $this->withHeaders(keyOf(User::factory()->create()));
});

it('answers with facts, levels, picture, payload and ledger', function () {
    $answer = $this->postJson('/api/v1/symbols', ['kind' => 'link', 'text' => 'https://fennmoor.example/hive/7', 'level' => 'Q', 'name' => 'Hive 7', 'check' => true])->assertOk();
    expect($answer->json('symbol.version'))->toBe(3)
        ->and($answer->json('levels.*.version'))->toBe([2, 3, 3, 4])
        ->and($answer->json('picture.file_name'))->toBe('hive-7-3q-296px.svg')
        ->and($answer->json('picture.title'))->toBe('QR code: Hive 7')
        ->and(array_unique($answer->json('ledger.*.verdict')))->toBe(['holds'])
        ->and($answer->json('picture.svg'))->toStartWith('<svg');
});

it('answers with the picture itself when that is what is accepted', function (string $type, string $format) {
    $answer = $this->withHeaders(['Accept' => $type])->postJson('/api/v1/symbols', ['text' => 'https://fennmoor.example/hive/7'], ['Accept' => $type])->assertOk();
    expect($answer->headers->get('Content-Type'))->toStartWith($type)
        ->and($answer->headers->get('Content-Disposition'))->toBe("inline; filename=fennmoor-example-hive-7-3m-296px.$format")
        ->and($answer->headers->get('Content-Security-Policy'))->toContain("default-src 'none'");
    if ($format === 'png') {
        $outcome = (new Reader)->read((new PictureDecoder)->decode($answer->getContent()));
        expect($outcome->readings[0]->symbol->content->text)->toBe('https://fennmoor.example/hive/7');
    }
})->with([['image/svg+xml', 'svg'], ['image/png', 'png']]);

it('keeps every byte of the text, spaces at the ends included', function () {
    $answer = $this->postJson('/api/v1/symbols', ['text' => "  hive\n "])->assertOk();
    expect($answer->json('symbol.text'))->toBe("  hive\n ");
});

it('writes links and letters as they are', function () {
    $answer = $this->postJson('/api/v1/symbols', ['text' => 'https://fennmoor.example/蜂蜜']);
    expect($answer->getContent())->toContain('https://fennmoor.example/蜂蜜');
});

it('says which field is wrong and what to do', function (array $given, string $field, string $words) {
    $answer = $this->postJson('/api/v1/symbols', ['text' => 'hive', ...$given])->assertUnprocessable();
    expect($answer->headers->get('Content-Type'))->toBe('application/problem+json')
        ->and(faults($answer)["$field"][0])->toContain($words);
})->with([
    'no text' => [['text' => ''], 'text', 'Write the text'],
    'text of another type' => [['text' => ['a']], 'text', 'string'],
    'too long' => [['text' => str_repeat('é', 1500), 'level' => 'H'], 'text', '1273 at H'],
    'dangerous' => [['kind' => 'link', 'text' => 'javascript:alert(1)'], 'text', 'can run code'],
    'colour' => [['dark' => 'red'], 'dark', 'six hexadecimal digits'],
    'both sizes' => [['module_px' => 4, 'size_px' => 300], 'module_px', 'Give one of'],
    'too small a side' => [['size_px' => 22], 'size_px', '29 modules wide'],
    'too large a picture' => [['module_px' => 256, 'version' => 40], 'module_px', '8192'],
    'unknown level' => [['level' => 'X'], 'level', 'invalid'],
    'fixed version too small' => [['text' => str_repeat('a', 30), 'version' => 1], 'text', 'version 1'],
]);

it('says what became of pixels that do not divide', function () {
    expect($this->postJson('/api/v1/symbols', ['text' => 'hive', 'size_px' => 300])->json('picture.note'))->toContain('10 left over');
});

it('needs a key, and one that may', function () {
    app('auth')->forgetGuards();
    $this->flushHeaders()->postJson('/api/v1/symbols', ['text' => 'hive'])->assertUnauthorized();
    $this->withHeaders(keyOf(User::factory()->create(), ['glyphs:read']))->postJson('/api/v1/symbols', ['text' => 'hive'])->assertForbidden();
    app('auth')->forgetGuards();
    $this->withHeaders(['Authorization' => 'Bearer 1|nonsense'])->postJson('/api/v1/symbols', ['text' => 'hive'])->assertUnauthorized();
});

it('states how many requests are left', function () {
    $answer = $this->postJson('/api/v1/symbols', ['text' => 'hive']);
    expect((int) $answer->headers->get('X-RateLimit-Remaining'))->toBe((int) $answer->headers->get('X-RateLimit-Limit') - 1);
});
