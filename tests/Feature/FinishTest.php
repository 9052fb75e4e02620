<?php

declare(strict_types=1);

use App\Models\Finish;
use App\Models\Glyph;
use App\Models\User;
use Illuminate\Http\UploadedFile;
use KeenGlyph\Core\Finish\FinishFile;
use Opis\JsonSchema\Validator;

beforeEach(function () {
    $this->user = User::factory()->create();
    $this->withHeaders(keyOf($this->user));
});

function jarLabel(): array
{
    return ['dark' => '#2B1A0E', 'light' => '#FFFAEC', 'quiet' => 4, 'shape' => 'disc', 'mark' => ['icon' => 'comb', 'size' => 7]];
}

it('saves, shows, revises, exports, deletes and brings back', function () {
    $made = $this->postJson('/api/v1/finishes', ['name' => ' Jar label ', 'finish' => jarLabel(), 'is_default' => true])->assertCreated();
    $id = $made->json('id');
    expect($made->json('name'))->toBe('Jar label')->and($made->json('is_default'))->toBeTrue()->and($made->json('finish.shape'))->toBe('disc');
    $this->getJson("/api/v1/finishes/$id")->assertOk()->assertExactJson($made->json());
    $this->patchJson("/api/v1/finishes/$id", ['finish' => ['shape' => 'soft']], ['If-Match' => $made->headers->get('ETag')])->assertOk()->assertJsonPath('revision', 2)->assertJsonPath('finish.shape', 'soft')->assertJsonMissingPath('finish.mark');
    $this->patchJson("/api/v1/finishes/$id", ['name' => 'Late'], ['If-Match' => $made->headers->get('ETag')])->assertStatus(412);
    $file = $this->get("/api/v1/finishes/$id/file")->assertOk();
    expect($file->headers->get('Content-Disposition'))->toContain('jar-label.finish.json')->and($file->json('name'))->toBe('Jar label');
    $schema = $this->getJson('/api/v1/finishes/schema')->assertOk()->getContent();
    expect((new Validator)->validate(json_decode($file->getContent()), json_decode($schema))->isValid())->toBeTrue();
    // The exported file can be imported as it is.
    $this->postJson('/api/v1/finishes', ['name' => 'Again', 'finish' => $file->json()])->assertCreated()->assertJsonPath('finish', ['dark' => '#000000', 'light' => '#FFFFFF', 'quiet' => 4, 'shape' => 'soft']);
    $this->get("/api/v1/finishes/$id/image.svg")->assertOk()->assertHeader('Content-Type', 'image/svg+xml');
    $this->deleteJson("/api/v1/finishes/$id")->assertNoContent();
    $this->getJson("/api/v1/finishes/$id")->assertNotFound();
    $this->postJson("/api/v1/finishes/$id/restore")->assertOk()->assertJsonPath('is_default', false);
});

it('has one default and one finish of a name', function () {
    $a = $this->postJson('/api/v1/finishes', ['name' => 'Jar', 'finish' => new stdClass, 'is_default' => true])->json('id');
    $b = $this->postJson('/api/v1/finishes', ['name' => 'Show', 'finish' => new stdClass, 'is_default' => true])->json('id');
    expect(Finish::query()->where('is_default', true)->pluck('id')->all())->toBe([$b]);
    expect(array_keys(faults($this->postJson('/api/v1/finishes', ['name' => 'JAR', 'finish' => new stdClass]))))->toBe(['name']);
    $this->deleteJson("/api/v1/finishes/$a")->assertNoContent();
    $this->postJson('/api/v1/finishes', ['name' => 'Jar', 'finish' => new stdClass])->assertCreated();
    expect(array_keys(faults($this->postJson("/api/v1/finishes/$a/restore"))))->toBe(['name']);
});

it('leaves glyphs as they were until it is asked to change them', function () {
    $finish = $this->postJson('/api/v1/finishes', ['name' => 'Jar', 'finish' => jarLabel()])->json('id');
    $glyph = $this->postJson('/api/v1/glyphs', ['name' => 'Hive 7', 'text' => 'https://fennmoor.example/hive/7', 'level' => 'H', 'finish_id' => $finish])->assertCreated();
    expect($glyph->json('finish'))->toEqual(Finish::findOrFail($finish)->finish)
        ->and([$glyph->json('finish_id'), $glyph->json('finish_revision'), $glyph->json('dark')])->toBe([$finish, 1, '#2B1A0E']);
    $id = $glyph->json('id');

    $this->patchJson("/api/v1/finishes/$finish", ['finish' => ['shape' => 'hexagon', 'dark' => '#143D2B']])->assertOk();
    $this->getJson("/api/v1/glyphs/$id")->assertJsonPath('finish.shape', 'disc')->assertJsonPath('revision', 1);
    $this->patchJson("/api/v1/finishes/$finish", ['finish' => ['shape' => 'rows', 'dark' => '#143D2B'], 'apply' => true])->assertOk();
    $this->getJson("/api/v1/glyphs/$id")->assertJsonPath('finish.shape', 'rows')->assertJsonPath('dark', '#143D2B')->assertJsonPath('finish_revision', 3)->assertJsonPath('revision', 2);

    // A finish of its own, then a single ink.
    $this->patchJson("/api/v1/glyphs/$id", ['finish' => ['shape' => 'tile', 'light' => '#F4F8F1']])->assertJsonPath('dark', '#000000')->assertJsonPath('light', '#F4F8F1')->assertJsonPath('finish.shape', 'tile');
    $this->patchJson("/api/v1/glyphs/$id", ['dark' => '#222222'])->assertJsonPath('finish.dark', '#222222')->assertJsonPath('finish.shape', 'tile');
});

it('goes on many glyphs at once, and says which cannot take it', function () {
    $finish = $this->postJson('/api/v1/finishes', ['name' => 'Till', 'finish' => ['ean' => '9520123456788']])->json('id');
    $ids = array_map(fn (int $px) => $this->postJson('/api/v1/glyphs', ['name' => "Hive $px", 'text' => 'https://fennmoor.example/hive/7', 'module_px' => $px])->json('id'), [2, 8, 10]);
    $answer = $this->postJson("/api/v1/finishes/$finish/apply", ['glyphs' => [...$ids, '01900000-0000-7000-8000-000000000000']])->assertOk();
    expect([$answer->json('applied'), $answer->json('missing'), $answer->json('refused.0.id')])->toBe([2, 1, $ids[0]])
        ->and($answer->json('refused.0.message'))->toContain('bars beneath');
    expect(Glyph::findOrFail($ids[1])->finish_id)->toBe($finish)->and(Glyph::findOrFail($ids[0])->finish_id)->toBeNull();
    $this->postJson("/api/v1/finishes/$finish/apply", ['glyphs' => []])->assertUnprocessable();
});

it('leaves a glyph as it is that would no longer read, also when the finish is revised on all that use it', function () {
    $make = fn (string $name, string $text, string $level) => $this->postJson('/api/v1/glyphs', ['name' => $name, 'text' => $text, 'level' => $level])->assertCreated()->json('id');
    [$small, $large] = [$make('Small', 'tel:+442079460123', 'M'), $make('Large', 'https://fennmoor.example/'.str_repeat('hive/', 60), 'H')];
    $finish = $this->postJson('/api/v1/finishes', ['name' => 'Mark', 'finish' => ['mark' => ['icon' => 'comb', 'size' => 15]]])->json('id');
    $answer = $this->postJson("/api/v1/finishes/$finish/apply", ['glyphs' => [$small, $large]])->assertOk();
    expect([$answer->json('applied'), array_column($answer->json('refused'), 'name')])->toBe([1, ['Small']])
        ->and($answer->json('refused.0.message'))->toContain('Mark, correction fails')
        ->and(Glyph::findOrFail($small)->only(['revision', 'finish_id']))->toBe(['revision' => 1, 'finish_id' => null]);
    expect($this->getJson("/api/v1/glyphs?finish_id=$finish")->json('data.*.id'))->toBe([$large]);

    $revised = $this->patchJson("/api/v1/finishes/$finish", ['finish' => ['dark' => '#999999', 'light' => '#AAAAAA'], 'apply' => true])->assertOk();
    expect([$revised->json('outcome.applied'), $revised->json('outcome.left'), $revised->json('outcome.refused.0.name')])->toBe([0, 0, 'Large'])
        ->and(Glyph::findOrFail($large)->finish_revision)->toBe(1);
});

it('shows nothing of another workspace', function () {
    $id = $this->postJson('/api/v1/finishes', ['name' => 'Jar', 'finish' => jarLabel()])->json('id');
    $glyph = $this->postJson('/api/v1/glyphs', ['name' => 'Hive', 'text' => 'https://fennmoor.example/'])->json('id');
    $this->withHeaders(keyOf(User::factory()->create()));
    foreach (["finishes/$id", "finishes/$id/file", "finishes/$id/image.svg"] as $path) {
        $this->get("/api/v1/$path")->assertNotFound();
    }
    $this->patchJson("/api/v1/finishes/$id", ['name' => 'Mine'])->assertNotFound();
    $this->deleteJson("/api/v1/finishes/$id")->assertNotFound();
    expect(array_keys(faults($this->postJson('/api/v1/symbols', ['text' => 'hive', 'finish_id' => $id]))))->toBe(['finish_id']);
    $own = $this->postJson('/api/v1/finishes', ['name' => 'Own', 'finish' => new stdClass])->json('id');
    $this->postJson("/api/v1/finishes/$own/apply", ['glyphs' => [$glyph]])->assertOk()->assertJsonPath('applied', 0)->assertJsonPath('missing', 1);
    expect($this->getJson('/api/v1/finishes')->json('data.*.name'))->toBe(['Own']);
});

it('needs the abilities of glyphs', function () {
    $this->withHeaders(keyOf($this->user, ['draw', 'read']));
    $this->getJson('/api/v1/finishes')->assertForbidden();
    $this->postJson('/api/v1/finishes', ['name' => 'Jar', 'finish' => new stdClass])->assertForbidden();
    $this->getJson('/api/v1/finishes/options')->assertOk();
});

it('names the key of a finish that is wrong', function (array $finish, string $field) {
    foreach (['/api/v1/symbols' => ['text' => 'hive'], '/api/v1/finishes' => ['name' => 'a'], '/api/v1/glyphs' => ['name' => 'a', 'text' => 'https://fennmoor.example']] as $path => $more) {
        expect(array_keys(faults($this->postJson($path, [...$more, 'finish' => $finish]))))->toBe(["finish.$field"]);
    }
})->with([[['shape' => 'star'], 'shape'], [['dark' => 'red'], 'dark'], [['colour' => 1], 'colour']]);

it('cleans pictures for marks and refuses those that could harm', function () {
    $png = imagecreatetruecolor(400, 200);
    ob_start();
    imagepng($png);
    $taken = $this->post('/api/v1/marks', ['picture' => UploadedFile::fake()->createWithContent('mark.png', (string) ob_get_clean())])->assertOk();
    expect([$taken->json('kind'), $taken->json('width')])->toBe(['pixels', 192]);
    $this->postJson('/api/v1/symbols', ['text' => 'hive', 'level' => 'H', 'finish' => ['mark' => ['picture' => $taken->json('picture'), 'size' => 5]]])->assertOk();
    foreach ([
        'script' => '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><script>alert(1)</script></svg>',
        'entities' => '<!DOCTYPE svg [<!ENTITY a "b">]><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1">&a;</svg>',
        '20000 × 20000' => "\x89PNG\r\n\x1A\n".pack('N', 13).'IHDR'.pack('NNCCCCC', 20000, 20000, 8, 6, 0, 0, 0).'abcd',
    ] as $words => $bytes) {
        expect(faults($this->post('/api/v1/marks', ['picture' => UploadedFile::fake()->createWithContent('mark', $bytes)], ['Accept' => 'application/json']))['picture'][0])->toContain((string) $words);
    }
    $this->post('/api/v1/marks', [], ['Accept' => 'application/json'])->assertUnprocessable();
});

it('draws every format, by name and by what is accepted', function (string $format, string $type, string $begin) {
    $given = ['text' => 'https://fennmoor.example/hive/7', 'size_mm' => 30, 'dpi' => 300, 'finish' => jarLabel(), 'level' => 'H'];
    $inline = $this->postJson('/api/v1/symbols', [...$given, 'format' => $format, 'inline' => 'data_uri'])->assertOk()->assertJsonPath('picture.media_type', $type);
    expect(base64_decode(explode(',', $inline->json('picture.data_uri'))[1]))->toStartWith($begin)
        ->and($inline->json('picture.side_mm'))->toEqualWithDelta(30.0, 0.1);
    if ($format !== 'json') {
        $bare = $this->postJson('/api/v1/symbols', $given, ['Accept' => $type])->assertOk();
        expect($bare->getContent())->toStartWith($begin)->and($bare->headers->get('Content-Disposition'))->toContain(".$format");
    }
    $id = $this->postJson('/api/v1/glyphs', ['name' => 'Hive 7', ...$given])->assertCreated()->json('id');
    $this->get("/api/v1/glyphs/$id/image.$format?cmyk=1&size_px=500")->assertOk();
})->with([
    'svg' => ['svg', 'image/svg+xml', '<svg'], 'png' => ['png', 'image/png', "\x89PNG"], 'webp' => ['webp', 'image/webp', 'RIFF'], 'jpg' => ['jpg', 'image/jpeg', "\xFF\xD8"],
    'pdf' => ['pdf', 'application/pdf', '%PDF'], 'eps' => ['eps', 'application/postscript', '%!PS'], 'txt' => ['txt', 'text/plain', ' '], 'json' => ['json', 'application/json', '{'],
]);

it('states the figures behind the ledger', function () {
    $answer = $this->postJson('/api/v1/symbols', ['text' => 'https://fennmoor.example/hive/7', 'level' => 'H', 'check' => true, 'anatomy' => true, 'print' => 'thermal_203', 'distance_mm' => 400, 'finish' => jarLabel()])->assertOk();
    expect($answer->json('proof.damage.blocks'))->not->toBe([])
        ->and($answer->json('proof.damage.modules.0.at'))->not->toBe([])
        ->and(count($answer->json('anatomy')))->toBe($answer->json('symbol.modules'))
        ->and($answer->json('anatomy.0'))->toStartWith('fffffffsi')
        ->and(count(array_filter(array_unique(mb_str_split(implode('', $answer->json('blocks')))), fn (string $letter) => $letter !== '.')))->toBe(count($answer->json('proof.damage.blocks')))
        ->and(array_column($answer->json('proof.reach'), 'device'))->toContain('recent_phone')
        ->and(array_column($answer->json('ledger'), 'check'))->toContain('mark', 'finders', 'fill', 'print', 'red_light');
});

it('draws large ones as vectors, and says why not as pixels', function () {
    $given = ['text' => 'https://fennmoor.example/hive/7', 'size_px' => 8000, 'finish' => ['shape' => 'poured', 'gradient' => ['stops' => [['ink' => '#000000'], ['ink' => '#400010']]]]];
    $svg = $this->postJson('/api/v1/symbols', [...$given, 'check' => true])->assertOk();
    expect(collect($svg->json('ledger'))->firstWhere('check', 'round_trip')['verdict'])->toBe('not_run');
    $this->postJson('/api/v1/symbols', [...$given, 'format' => 'pdf'])->assertOk();
    expect(faults($this->postJson('/api/v1/symbols', [...$given, 'format' => 'png']))['size_px'][0])->toContain('SVG');
});

it('keeps a length, a printing and a distance with a glyph', function () {
    $id = $this->postJson('/api/v1/glyphs', ['name' => 'Jar', 'text' => 'https://fennmoor.example/jar', 'size_mm' => 22.5, 'dpi' => 203, 'print' => 'thermal_203', 'distance_mm' => 300])->assertCreated()
        ->assertJsonPath('size_mm', 22.5)->assertJsonPath('module_px', null)->assertJsonPath('dpi', 203)->json('id');
    $this->patchJson("/api/v1/glyphs/$id", ['module_px' => 6])->assertJsonPath('size_mm', null)->assertJsonPath('module_px', 6)->assertJsonPath('print', 'thermal_203');
    $this->postJson('/api/v1/symbols', ['text' => 'a', 'size_mm' => 20, 'size_px' => 300])->assertUnprocessable();
});

it('adds the readable elements of a GS1 payload where the caption asks for them', function () {
    $svg = fn (bool $hri): string => $this->postJson('/api/v1/symbols', ['kind' => 'gs1_elements', 'text' => '(01)09520123456788(10)H26-07', 'finish' => ['caption' => ['text' => 'Case', 'hri' => $hri]]])->assertOk()->json('picture.svg');
    expect(strlen($svg(true)))->toBeGreaterThan(strlen($svg(false)) + 2000);
});

it('describes finishes by a schema that every saved one keeps to', function () {
    $schema = json_decode(json_encode(FinishFile::schema(), JSON_THROW_ON_ERROR));
    foreach ([jarLabel(), ['gradient' => ['kind' => 'radial', 'stops' => [['ink' => '#000'], ['ink' => '#222']]]], ['caption' => ['text' => 'a', 'hri' => true], 'ean' => '95200002']] as $values) {
        expect((new Validator)->validate(json_decode(json_encode($values, JSON_THROW_ON_ERROR)), $schema)->isValid())->toBeTrue();
    }
    expect((new Validator)->validate((object) ['shape' => 'star'], $schema)->isValid())->toBeFalse();
});
