<?php

declare(strict_types=1);

use App\Jobs\PruneLeftovers;
use App\Models\User;
use App\Waypoints\DaySalt;
use App\Waypoints\RouteFiles;
use App\Waypoints\TrailBuffer;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Storage;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;

beforeEach(function () {
    Queue::fake();
    Storage::fake('files');
    $this->folder = sys_get_temp_dir().'/kg-pages-'.bin2hex(random_bytes(6));
    foreach ([RouteFiles::class, TrailBuffer::class, DaySalt::class] as $kept) {
        $this->app->bind($kept, fn () => new $kept($this->folder));
    }
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    $this->content = ['language' => 'en', 'parts' => [
        ['id' => 'p1', 'part' => 'head', 'title' => 'Ines Calder', 'line' => 'Swarm warden'],
        ['id' => 'p2', 'part' => 'contact', 'fields' => ['given_name' => 'Ines', 'family_name' => 'Calder', 'phones' => [['number' => '+442079460123']]]],
        ['id' => 'p3', 'part' => 'form', 'label' => 'Where did you see the swarm?', 'answer' => 'text', 'button' => 'Tell us', 'thanks' => 'We are on our way.'],
    ], 'words' => ['cy' => ['p1' => ['line' => 'Warden heidiau']]]];
    $this->make = fn (array $more = []) => $this->postJson('/api/v1/pages', ['name' => 'Ines Calder', 'kind' => 'contact', 'code' => 'INES', 'content' => $this->content, ...$more]);
    $this->published = function (array $more = []): array {
        $page = ($this->make)($more)->assertCreated()->json();
        $this->postJson("/api/v1/pages/{$page['id']}/publish")->assertOk();

        return $page;
    };
});

afterEach(fn () => exec('rm -rf '.escapeshellarg($this->folder)));

it('makes a page with its own short address and symbol, which answers when it is published', function () {
    $page = ($this->make)()->assertJsonPath('state', 'draft')->assertJsonPath('faults', [])->json();
    $this->get('/q/INES')->assertNotFound();
    $this->get('/p/INES')->assertNotFound();
    $this->postJson("/api/v1/pages/{$page['id']}/publish")->assertOk()->assertJsonPath('state', 'live')->assertJsonPath('revision', 1)->assertJsonPath('revisions.0.by', $this->user->name);
    $this->get('/q/INES')->assertRedirect('/p/INES');
    $shown = $this->get('/p/INES')->assertOk()->assertSee('Swarm warden')->assertSee('Save contact');
    expect($shown->headers->get('Content-Security-Policy'))->toContain("default-src 'none'")->and($shown->headers->get('Cache-Control'))->toContain('no-store')->and($shown->headers->getCookies())->toBe([]);
    $read = (new Reader)->read((new PictureDecoder)->decode((string) $this->get('/q/INES.png')->assertOk()->getContent()));
    expect($read->readings[0]->symbol->content->text)->toBe($page['text']);
});

it('shows visitors what was published, while a draft is changed and taken back', function () {
    $page = ($this->published)();
    $changed = [...$this->content, 'parts' => [['id' => 'p1', 'part' => 'head', 'title' => 'Maud Fenn']], 'words' => (object) []];
    $this->patchJson("/api/v1/pages/{$page['id']}", ['content' => $changed])->assertOk()->assertJsonPath('changed', true);
    $this->get('/p/INES')->assertSee('Ines Calder');
    $this->get("/api/v1/pages/{$page['id']}/preview")->assertOk()->assertSee('Maud Fenn')->assertHeader('X-Content-Type-Options', 'nosniff');
    $this->get("/api/v1/pages/{$page['id']}/preview?of=live&language=cy")->assertSee('Warden heidiau');
    expect($this->get("/api/v1/pages/{$page['id']}/preview")->headers->get('Content-Security-Policy'))->toContain('sandbox')->toContain("frame-ancestors 'self'");
    foreach (["/api/v1/pages/{$page['id']}/preview", '/p/INES', '/q/NOBODY'] as $uri) {
        preg_match_all('/(?:^|;)\s*([a-z-]+)/', (string) $this->get($uri)->headers->get('Content-Security-Policy'), $directives);
        expect($directives[1])->toContain('frame-ancestors')->toBe(array_values(array_unique($directives[1])));
    }
    $this->postJson("/api/v1/pages/{$page['id']}/publish")->assertJsonPath('revision', 2);
    $this->get('/p/INES')->assertSee('Maud Fenn');
    // Publishing the same again changes nothing.
    $this->postJson("/api/v1/pages/{$page['id']}/publish")->assertJsonPath('revision', 2);
    $this->postJson("/api/v1/pages/{$page['id']}/revisions/1/take-up")->assertJsonPath('content.parts.0.title', 'Ines Calder')->assertJsonPath('changed', true);
    $this->get('/p/INES')->assertSee('Maud Fenn');
    $this->postJson("/api/v1/pages/{$page['id']}/revisions/9/take-up")->assertStatus(422);
});

it('says beside the field what keeps a page from being published', function () {
    $page = $this->postJson('/api/v1/pages', ['name' => 'Jar', 'kind' => 'product'])->assertCreated()->json();
    expect(array_column($page['faults'], 'field'))->toBe(['parts.1.picture', 'parts.2.gs1']);
    expect(faults($this->postJson("/api/v1/pages/{$page['id']}/publish")))->toHaveKey('content.parts.2.gs1');
    $gone = [...$this->content, 'parts' => [['id' => 'p1', 'part' => 'picture', 'picture' => '01900000-0000-7000-8000-000000000009', 'alt' => 'x'], ['id' => 'p2', 'part' => 'coupon', 'title' => 'Ten off', 'gate' => '01900000-0000-7000-8000-000000000009', 'code' => 'HONEY-10']], 'words' => (object) [], 'style' => ['ground' => '#FFFFFF', 'ink' => '#BBBBBB']];
    $page = $this->postJson('/api/v1/pages', ['name' => 'Gone', 'kind' => 'text', 'content' => $gone])->assertCreated()->json();
    expect(array_column($page['faults'], 'field'))->toEqualCanonicalizing(['style.ink', 'parts.0.picture', 'parts.1.gate']);
    expect(faults($this->postJson('/api/v1/pages', ['name' => 'Bad', 'kind' => 'links', 'content' => ['parts' => [['id' => 'p1', 'part' => 'links', 'links' => [['label' => 'x', 'href' => 'javascript:alert(1)']]]]]]))['content.parts.0.links.0.href'][0])->toContain('A link begins with');
    expect(DB::table('waypoints')->count())->toBe(2);
});

it('speaks the visitor’s language, and another when asked', function () {
    ($this->published)();
    $this->get('/p/INES', ['Accept-Language' => 'cy-GB, en'])->assertSee('Warden heidiau');
    $this->get('/p/INES', ['Accept-Language' => 'de'])->assertSee('Swarm warden');
    $this->get('/p/INES?lang=cy')->assertSee('Warden heidiau')->assertSee('<html lang="cy">', false);
    $this->get('/p/INES?lang[]=cy')->assertSee('Swarm warden');
});

it('gives the contact to save, and counts by day that it did', function () {
    $page = ($this->published)();
    $card = $this->get('/p/INES/p2.vcf')->assertOk()->assertHeader('Content-Type', 'text/vcard; charset=utf-8');
    expect($card->getContent())->toContain('FN:Ines Calder')->and($this->getJson("/api/v1/pages/{$page['id']}")->json('taps'))->toBe(['contact' => 1]);
    $this->get('/p/INES/p2.ics')->assertNotFound();
    $this->get('/p/INES/p9.vcf')->assertNotFound();
});

it('takes answers to its question, keeps nothing else, and gives them as a table', function () {
    $page = ($this->published)();
    $this->post('/p/INES', ['part' => 'p3', 'answer' => '=HYPERLINK("x")'])->assertOk()->assertSee('We are on our way.');
    $this->post('/p/INES', ['part' => 'p3', 'answer' => ' '])->assertStatus(422)->assertSee('Write something first.');
    $this->post('/p/INES', ['part' => 'p3', 'answer' => str_repeat('a', 501)])->assertStatus(422);
    foreach ([['part' => 'p1', 'answer' => 'x'], ['part' => ['p3'], 'answer' => 'x'], ['part' => 'p3', 'answer' => ['x']], []] as $body) {
        $this->post('/p/INES', $body)->assertOk();
    }
    $answers = $this->getJson("/api/v1/pages/{$page['id']}/answers")->assertOk()->json('data');
    expect($answers)->toHaveCount(1)->and($answers[0]['answer'])->toBe('=HYPERLINK("x")');
    expect($this->get("/api/v1/pages/{$page['id']}/answers.csv")->assertOk()->getContent())->toContain("\"'=HYPERLINK(\"\"x\"\")\"");
    expect(DB::getSchemaBuilder()->getColumnListing('page_answers'))->toBe(['id', 'page_id', 'label', 'answer', 'created_at']);
    $this->deleteJson("/api/v1/pages/{$page['id']}/answers")->assertNoContent();
    $this->getJson("/api/v1/pages/{$page['id']}/answers")->assertJsonPath('data', []);
});

it('keeps what its short address asks for: passphrase, pause and end', function () {
    $page = ($this->published)();
    $way = $page['waypoint'];
    $this->postJson("/api/v1/waypoints/$way/state", ['passphrase' => 'heather'])->assertOk();
    $this->get('/p/INES')->assertRedirect('/q/INES');
    $this->get('/p/INES?pass=9999999999.forged')->assertRedirect('/q/INES');
    $this->get('/p/INES/p2.vcf')->assertRedirect('/q/INES');
    $to = $this->post('/q/INES', ['passphrase' => 'heather'])->headers->get('Location');
    expect($to)->toStartWith('/p/INES?pass=');
    $inside = $this->get($to)->assertOk()->assertSee('Save contact');
    preg_match('#href="(/p/INES/p2\.vcf\?pass=[^"]+)"#', (string) $inside->getContent(), $match);
    $this->get(html_entity_decode($match[1]))->assertOk();
    $this->postJson("/api/v1/waypoints/$way/state", ['passphrase' => null, 'paused' => true])->assertOk();
    $this->get('/p/INES')->assertRedirect('/q/INES');
    $this->get('/q/INES')->assertStatus(503);
});

it('puts the picture of the head into the contact that is saved', function () {
    $picture = $this->post('/api/v1/files', ['file' => UploadedFile::fake()->image('ines.png', 900, 900)])->assertCreated()->json('id');
    $head = ['id' => 'p1', 'part' => 'head', 'title' => 'Ines Calder', 'picture' => $picture, 'alt' => 'Ines with a smoker'];
    $page = ($this->make)(['content' => [...$this->content, 'parts' => [$head, $this->content['parts'][1]]]])->assertCreated()->json('id');
    $this->postJson("/api/v1/pages/$page/publish")->assertOk();
    $card = (string) $this->get('/p/INES/p2.vcf')->assertOk()->getContent();
    preg_match('/^PHOTO;ENCODING=b;TYPE=JPEG:([A-Za-z0-9+\/=]+)/m', (string) preg_replace('/\r\n /', '', $card), $match);
    [$width, $height, $kind] = getimagesizefromstring((string) base64_decode($match[1] ?? '', true)) ?: [0, 0, 0];
    expect([$width, $height, $kind])->toBe([192, 192, IMAGETYPE_JPEG])->and(max(array_map(strlen(...), explode("\r\n", $card))))->toBeLessThanOrEqual(75);
});

it('asks the links of a page whether they answer, each with its part', function () {
    $parts = [['id' => 'p1', 'part' => 'head', 'title' => 'Links'], ['id' => 'p2', 'part' => 'links', 'title' => 'Go to', 'look' => 'list', 'links' => [['label' => 'Shop', 'href' => 'http://127.0.0.1:9/'], ['label' => 'Call', 'href' => 'tel:+442079460123']]]];
    $page = ($this->make)(['content' => [...$this->content, 'parts' => $parts]])->assertCreated()->json('id');
    $answers = $this->postJson("/api/v1/pages/$page/ask")->assertOk()->json('data');
    expect($answers)->toHaveCount(1)->and($answers[0]['rule'])->toBe(1)->and($answers[0]['holds'])->toBeFalse()->and($answers[0]['says'])->toContain('not on the open internet');
});

it('stores pictures small and clean, documents as they are, and gives ranges of them', function () {
    $png = UploadedFile::fake()->image('Photo of Ines.PNG', 2400, 1200);
    $picture = $this->post('/api/v1/files', ['file' => $png])->assertCreated()->json();
    expect($picture['name'])->toBe('photo-of-ines.jpg')->and($picture['media'])->toBe('image/jpeg');
    $pdf = fn (string $more) => UploadedFile::fake()->createWithContent('guide.pdf', "%PDF-1.4\n$more");
    $first = $this->post('/api/v1/files', ['file' => $pdf('one')])->assertCreated()->assertJsonPath('version', 1)->json();
    $this->post('/api/v1/files', ['file' => $pdf('two'), 'of' => $first['id']])->assertCreated()->assertJsonPath('version', 2)->assertJsonPath('series', $first['series']);
    $whole = $this->get($first['address'])->assertOk()->assertHeader('X-Content-Type-Options', 'nosniff')->assertHeader('Accept-Ranges', 'bytes');
    expect($whole->headers->get('Content-Type'))->toBe('application/pdf')->and($whole->headers->get('Content-Security-Policy'))->toContain("default-src 'none'");
    $part = $this->get($first['address'], ['Range' => 'bytes=0-3'])->assertStatus(206)->assertHeader('Content-Range', 'bytes 0-3/12');
    expect($part->streamedContent())->toBe('%PDF');
    foreach (['<html><script>alert(1)</script>', 'MZ executable', "\x89PNG cut off", ''] as $bad) {
        $this->post('/api/v1/files', ['file' => UploadedFile::fake()->createWithContent('guide.pdf', $bad)])->assertStatus(422);
    }
    $this->get('/f/01900000-0000-4000-8000-000000000001')->assertNotFound();
    $this->get('/f/..%2F..%2Fetc')->assertNotFound();
    // Two rows of the same bytes: the bytes go with the last.
    $again = $this->post('/api/v1/files', ['file' => $pdf('one')])->json();
    $this->deleteJson("/api/v1/files/{$first['id']}")->assertNoContent();
    $this->get($first['address'])->assertNotFound();
    $this->get($again['address'])->assertOk();
    $this->deleteJson("/api/v1/files/{$again['id']}")->assertNoContent();
    expect(count(Storage::disk('files')->allFiles()))->toBe(2);
});

it('leads a waypoint to pages and files, and says when they are not there', function () {
    ($this->published)();
    $file = $this->post('/api/v1/files', ['file' => UploadedFile::fake()->createWithContent('guide.pdf', '%PDF-1.4 x')])->json('id');
    $way = $this->postJson('/api/v1/waypoints', ['name' => 'Guide', 'route' => ['else' => ['file' => $file], 'rules' => [['when' => [['language' => ['cy']]], 'to' => ['page' => 'ines']]]], 'publish' => true])->assertCreated()->assertJsonPath('faults', [])->json();
    $this->get("/q/{$way['code']}")->assertRedirect("/f/$file");
    $this->get("/q/{$way['code']}", ['Accept-Language' => 'cy'])->assertRedirect('/p/INES');
    $this->deleteJson("/api/v1/files/$file")->assertNoContent();
    expect($this->getJson("/api/v1/waypoints/{$way['id']}")->json('faults.0.message'))->toBe('The file is gone. Choose another.');
    expect($this->postJson('/api/v1/waypoints', ['name' => 'Nowhere', 'route' => ['else' => ['page' => 'NOBODY']]])->json('faults.0.message'))->toBe('There is no page NOBODY.');
});

it('shows a coupon whose code a gate takes as often as it says', function () {
    $gate = $this->postJson('/api/v1/gates', ['name' => 'Till', 'csv' => 'HONEY-10', 'times' => 2])->assertCreated()->assertJsonPath('times', 2)->json('id');
    $coupon = ['parts' => [['id' => 'p1', 'part' => 'coupon', 'title' => 'Ten off', 'terms' => 'One jar each.', 'gate' => $gate, 'code' => 'HONEY-10']]];
    ($this->published)(['code' => 'TEN', 'kind' => 'coupon', 'content' => $coupon]);
    $this->get('/p/TEN')->assertSee('<svg', false)->assertSee('Show this at the till.');
    $admit = fn () => $this->postJson("/api/v1/gates/$gate/admit", ['code' => 'HONEY-10'])->assertOk();
    $admit()->assertJsonPath('verdict', 'admitted')->assertJsonPath('admission.turn', 1);
    $this->get('/p/TEN')->assertDontSee('Redeemed');
    $second = $admit()->assertJsonPath('verdict', 'admitted')->assertJsonPath('admission.turn', 2)->assertJsonPath('gate.inside', 1)->json('admission.id');
    $admit()->assertJsonPath('verdict', 'used');
    $this->get('/p/TEN')->assertSee('Redeemed');
    $this->postJson("/api/v1/gates/$gate/admissions/$second/undo")->assertOk();
    $admit()->assertJsonPath('verdict', 'admitted')->assertJsonPath('admission.turn', 2);
    $other = $this->postJson('/api/v1/pages', ['name' => 'Wrong', 'kind' => 'coupon', 'content' => ['parts' => [[...$coupon['parts'][0], 'code' => 'WAX-5']]]])->json();
    expect($other['faults'][0])->toBe(['field' => 'parts.0.code', 'message' => 'This code is not on the list of Till, so it would not be taken there.']);
});

it('keeps styles by name, deletes a page with its address, and brings both back', function () {
    $style = $this->postJson('/api/v1/page-styles', ['name' => 'Heather', 'style' => ['accent' => '#6A1B9A']])->assertCreated()->json();
    $this->postJson('/api/v1/page-styles', ['name' => 'Heather', 'style' => ['accent' => '#4A148C']])->assertJsonPath('id', $style['id']);
    $this->getJson('/api/v1/page-styles')->assertJsonPath('data.0.style.accent', '#4A148C');
    expect(faults($this->postJson('/api/v1/page-styles', ['name' => 'x', 'style' => ['face' => 'comic']])))->toHaveKey('style.face');
    $this->deleteJson("/api/v1/page-styles/{$style['id']}")->assertNoContent();
    $page = ($this->published)();
    $this->deleteJson("/api/v1/pages/{$page['id']}")->assertNoContent();
    $this->get('/p/INES')->assertNotFound();
    $this->get('/q/INES')->assertNotFound();
    $this->postJson("/api/v1/pages/{$page['id']}/restore")->assertOk();
    $this->get('/q/INES')->assertRedirect('/p/INES');
    $this->getJson('/api/v1/pages?query=swarm')->assertJsonPath('data.0.code', 'INES');
    $this->getJson('/api/v1/pages?query=nothing')->assertJsonPath('data', []);
    DB::table('page_answers')->insert(['id' => Illuminate\Support\Str::uuid7(), 'page_id' => $page['id'], 'label' => 'x', 'answer' => 'old', 'created_at' => now()->subDays(366)]);
    (new PruneLeftovers)->handle();
    expect(DB::table('page_answers')->count())->toBe(0);
});
