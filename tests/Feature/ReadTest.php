<?php

declare(strict_types=1);

use App\Models\User;
use Illuminate\Http\UploadedFile;

beforeEach(function () {
    $this->withHeaders(keyOf(User::factory()->create()));
});

it('reads what it made, sent as a form or as the body', function () {
    $png = $this->postJson('/api/v1/symbols', ['text' => 'https://fennmoor.example/é'], ['Accept' => 'image/png'])->getContent();
    $form = $this->post('/api/v1/read', ['picture' => UploadedFile::fake()->createWithContent('jar.png', $png)])->assertOk();
    expect($form->json('pictures.0.file'))->toBe('jar.png')
        ->and($form->json('pictures.0.symbols.0.text'))->toBe('https://fennmoor.example/é')
        ->and(base64_decode($form->json('pictures.0.symbols.0.bytes_b64')))->toBe('https://fennmoor.example/é')
        ->and($form->json('pictures.0.symbols.0.payload.kind'))->toBe('link');
    $body = $this->call('POST', '/api/v1/read', [], [], [], $this->transformHeadersToServerVars(['Content-Type' => 'image/png', 'Accept' => 'application/json']), $png)->assertOk();
    expect($body->json('pictures.0.symbols.0.text'))->toBe('https://fennmoor.example/é');
});

it('says what it saw when it read nothing', function () {
    $blank = UploadedFile::fake()->image('blank.png', 200, 100);
    $answer = $this->post('/api/v1/read', ['picture' => $blank])->assertOk();
    expect($answer->json('pictures.0.symbols'))->toBe([])
        ->and($answer->json('pictures.0.failure.stage'))->toBe('no_finder');
});

it('refuses what is no picture or over the bounds, with a word', function (string $bytes, int $status, string $words) {
    $answer = $this->post('/api/v1/read', ['picture' => UploadedFile::fake()->createWithContent('x.png', $bytes)])->assertStatus($status);
    expect($answer->json('detail'))->toContain($words);
})->with([
    'text' => ['just text', 422, 'not a picture'],
    'empty' => ['', 422, 'empty'],
    'a bomb' => ["\x89PNG\r\n\x1A\n".pack('N', 13).'IHDR'.pack('NNCCCCC', 20_000, 20_000, 8, 6, 0, 0, 0).'crc.', 422, 'megapixels'],
    'eleven megabytes' => [str_repeat('x', 10_000_001), 413, '10 MB'],
]);

it('refuses a request without a picture', function () {
    expect(faults($this->postJson('/api/v1/read', ['picture' => 'a path']))['picture'][0])->toBe('Send PNG, JPEG or WebP files in the field “picture” or “pictures[]”, or one as the body with its image type.');
});
