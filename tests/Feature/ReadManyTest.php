<?php

declare(strict_types=1);

use App\Models\User;
use Illuminate\Http\UploadedFile;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\Encoder;

beforeEach(function () {
    $this->withHeaders(keyOf(User::factory()->create()));
});

/** A picture of a symbol as an upload. */
function pictureOf(string $text): UploadedFile
{
    $matrix = Encoder::encode($text)->matrix;
    $finish = Finish::plain();

    return UploadedFile::fake()->createWithContent("$text.png", PngRenderer::render(SceneBuilder::ofGrid($matrix, $finish, Layout::of($matrix->size(), $finish, Size::ofModule(5)))));
}

it('reads many pictures and checks them against what was expected', function () {
    $answer = $this->post('/api/v1/read', [
        'pictures' => [pictureOf('HIVE 1-A'), pictureOf('HIVE 1-8'), pictureOf('HIVE 9-Z')],
        'expected' => ['HIVE 1-A', 'HIVE 1-B', 'QUEEN CELL'],
        'symbologies' => 'qr,microqr',
        'budget_ms' => 3000,
    ], ['Accept' => 'application/json'])->assertOk();
    expect(array_column($answer->json('pictures'), 'file'))->toBe(['HIVE 1-A.png', 'HIVE 1-8.png', 'HIVE 9-Z.png'])
        ->and($answer->json('check.matches'))->toBe(1)
        ->and(array_column($answer->json('check.rows'), 'verdict'))->toBe(['match', 'mismatch', 'missing'])
        ->and($answer->json('check.rows.1.differences'))->toBe([['at' => 7, 'expected' => 'B', 'read' => '8']])
        ->and($answer->json('check.rows.1.picture'))->toBe(1)
        ->and($answer->json('check.unexpected'))->toBe([['picture' => 2, 'read' => 'HIVE 9-Z']])
        ->and($answer->json('check.unread'))->toBe([]);
});

it('takes a camera’s frame without decoding it', function () {
    $plane = imagecreatefromstring(pictureOf('frame')->getContent());
    [$width, $height] = [imagesx($plane), imagesy($plane)];
    imagepalettetotruecolor($plane);
    $grey = '';
    for ($i = 0; $i < $width * $height; $i++) {
        $grey .= chr(imagecolorat($plane, $i % $width, intdiv($i, $width)) & 0xFF);
    }
    $send = fn (string $body, string $query = '') => $this->call('POST', "/api/v1/read$query", [], [], [], $this->transformHeadersToServerVars(['Content-Type' => 'image/x-portable-graymap', 'Accept' => 'application/json', ...$this->defaultHeaders]), $body);
    $send("P5\n$width $height\n255\n$grey", '?budget_ms=900&symbologies=qr')->assertOk()->assertJsonPath('pictures.0.symbols.0.text', 'frame')->assertJsonPath('check', null);
    expect(faults($send("P5\n$width $height\n255\n".substr($grey, 1)))['picture'][0])->toBe('The PGM file is cut off or damaged.');
    $send("P5\n90000 90000\n255\n")->assertUnprocessable();
    expect(faults($send("P5\n$width $height\n255\n$grey", '?budget_ms=1'))['budget_ms'][0])->toBe('Give the time in milliseconds, 20 to 5000.');
    $send("P5\n$width $height\n255\n$grey", '?symbologies=qr,cuneiform')->assertUnprocessable();
});

it('names the picture that it cannot take, and reads none of them then', function () {
    $answer = $this->post('/api/v1/read', ['pictures' => [pictureOf('fine'), UploadedFile::fake()->createWithContent('notes.txt', 'no picture')]], ['Accept' => 'application/json'])->assertUnprocessable();
    expect(array_keys(faults($answer)))->toBe(['pictures.1']);
    expect(faults($this->post('/api/v1/read', ['pictures' => array_fill(0, 21, pictureOf('x'))], ['Accept' => 'application/json']))['pictures'][0])->toBe('Send at most 20 pictures at once.');
});

it('says what a phone would do', function (string $text, string $app, ?string $action, ?string $about) {
    $phone = $this->post('/api/v1/read', ['picture' => pictureOf($text)], ['Accept' => 'application/json'])->assertOk()->json('pictures.0.symbols.0.payload.phone');
    expect([$phone['app'], $phone['action'], $phone['about']])->toBe([$app, $action, $about])->and($phone['differs'])->not->toBe([]);
})->with([
    ['https://fennmoor.example/visit', 'Browser', 'Open', 'fennmoor.example'],
    ['WIFI:T:WPA;S:Extracting House;P:heather-moor;;', 'Settings', 'Join', 'Extracting House'],
    ['tel:+441632960123', 'Phone', 'Call', '+441632960123'],
    ['otpauth://totp/Fennmoor:ines?secret=JBSWY3DPEHPK3PXP&issuer=Fennmoor', 'Authenticator', 'Enrol', 'Fennmoor'],
    ['HIVE 17-B', 'Text', null, null],
]);

it('compares texts that have been read already', function () {
    $this->postJson('/api/v1/read/check', ['read' => [['a hive'], [], ['zzzzzz']], 'expected' => ['a hive', 'b hive']])->assertOk()
        ->assertJsonPath('matches', 1)->assertJsonPath('missing', 1)->assertJsonPath('unread', [1])->assertJsonPath('unexpected.0.read', 'zzzzzz');
    $this->postJson('/api/v1/read/check', ['read' => 'x'])->assertUnprocessable();
});
