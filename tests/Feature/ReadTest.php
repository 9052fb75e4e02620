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

it('goes as far as it is asked to, and says why it stopped', function () {
    $png = $this->postJson('/api/v1/symbols', ['text' => 'held', 'module_px' => 4], ['Accept' => 'image/png'])->getContent();
    $read = fn (array $more, string $bytes) => $this->post('/api/v1/read', ['picture' => UploadedFile::fake()->createWithContent('a.png', $bytes), ...$more])->assertOk()->json('pictures.0');
    expect($read([], $png)['ending'])->toBe('complete')->and($read(['effort' => 'quick'], $png)['symbols'][0]['text'])->toBe('held');
    $page = imagecreatetruecolor(300, 200);
    for ($i = 0; $i < 400; $i++) {
        $x = ($i * 37) % 290;
        $y = ($i * 53) % 190;
        imagefilledrectangle($page, $x, $y, $x + 2 + $i % 7, $y + 2 + $i % 5, (int) imagecolorallocate($page, $i % 2 * 255, $i % 2 * 255, $i % 2 * 255));
    }
    ob_start();
    imagepng($page);
    $page = (string) ob_get_clean();
    expect($read([], $page))->toMatchArray(['symbols' => [], 'ending' => 'effort'])
        ->and($read([], $page)['failure']['hint'])->toContain('patient')
        ->and($read(['effort' => 'patient', 'budget_ms' => 5000], $page)['ending'])->toBe('nothing');
});

it('looks first where a symbol was', function () {
    $symbol = imagecreatefromstring($this->postJson('/api/v1/symbols', ['text' => 'held', 'module_px' => 4], ['Accept' => 'image/png'])->getContent());
    $frame = imagecreatetruecolor(640, 480);
    imagefill($frame, 0, 0, (int) imagecolorallocate($frame, 255, 255, 255));
    imagecopy($frame, $symbol, 400, 300, 0, 0, imagesx($symbol), imagesy($symbol));
    ob_start();
    imagepng($frame);
    $bytes = (string) ob_get_clean();
    $headers = $this->transformHeadersToServerVars(['Content-Type' => 'image/png', 'Accept' => 'application/json']);
    $near = $this->call('POST', '/api/v1/read?effort=quick&near=410,310,490,310,490,390,410,390', [], [], [], $headers, $bytes)->assertOk()->json('pictures.0');
    expect($near['ending'])->toBe('near')->and($near['symbols'][0]['text'])->toBe('held')
        ->and($near['symbols'][0]['corners'][0][0])->toBeGreaterThan(400)->and($near['symbols'][0]['corners'][0][1])->toBeGreaterThan(300);
    $gone = $this->call('POST', '/api/v1/read?near=10,10,90,10,90,90,10,90', [], [], [], $headers, $bytes)->assertOk()->json('pictures.0');
    expect($gone['ending'])->toBe('complete')->and($gone['symbols'][0]['text'])->toBe('held');
});

it('refuses an empty effort or place, and bears with corners that are nowhere', function () {
    foreach ([['effort' => ''], ['near' => ''], ['effort' => '', 'near' => '', 'budget_ms' => '']] as $empty) {
        $this->post('/api/v1/read', ['picture' => UploadedFile::fake()->image('a.png', 40, 40), ...$empty], ['Accept' => 'application/json'])->assertUnprocessable();
    }
    $headers = $this->transformHeadersToServerVars(['Content-Type' => 'image/x-portable-graymap', 'Accept' => 'application/json']);
    // Corners far beyond the picture, all in one place, or crossed.
    foreach (['-20000,-20000,20000,-20000,20000,20000,-20000,20000', '5,5,5,5,5,5,5,5', '0,0,24,24,24,0,0,24'] as $near) {
        $this->call('POST', "/api/v1/read?effort=quick&near=$near", [], [], [], $headers, "P5\n24 24\n255\n".str_repeat("\x80", 576))->assertOk();
    }
});

it('refuses an effort there is not and a place that is none', function (array $more, string $field, string $words) {
    $faults = faults($this->postJson('/api/v1/read', ['picture' => UploadedFile::fake()->image('a.png', 20, 20), ...$more]));
    expect($faults[$field][0])->toContain($words);
})->with([
    [['effort' => 'heroic'], 'effort', 'quick, usual or patient'],
    [['near' => '1,2,3'], 'near', 'eight numbers'],
    [['near' => '1,2,3,4,5,6,7,here'], 'near.7', 'in pixels'],
    [['near' => '1,2,3,4,5,6,7,1e9'], 'near.7', 'in pixels'],
]);

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
