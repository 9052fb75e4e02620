<?php

declare(strict_types=1);

use App\Actions\ManageKey;
use App\Addresses\QuickPicture;
use App\Keys\KeySort;
use App\Keys\SigningSecret;
use App\Models\Membership;
use App\Models\Role;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use KeenGlyph\Core\Address\PictureAddress;
use KeenGlyph\Core\Image\PictureFormat;

beforeEach(function () {
    Storage::fake('pictures');
    config(['filesystems.disks.pictures.root' => rtrim(Storage::disk('pictures')->path(''), '/')]);
    $this->user = User::factory()->create();
    $this->key = fn (array $given = []) => app(ManageKey::class)->create($this->user, workspaceOf($this->user), ['name' => 'Newsletter', 'sort' => KeySort::Publishable, ...$given])[0];
    $this->signed = fn ($key, array $values, PictureFormat $format = PictureFormat::Svg): string => (new PictureAddress(''))->composed(['key' => (string) $key->public, ...$values], $format, SigningSecret::of($key));
    $this->server = [];
    $this->quick = function (string $url, string $method = 'GET'): ?QuickPicture {
        $this->server = ['REQUEST_URI' => $url, 'REQUEST_METHOD' => $method];

        return QuickPicture::answer($this->server, config()->all(), fn (): PDO => DB::connection()->getPdo());
    };
    $this->used = fn ($key): int => (int) DB::table('key_meters')->where('key_id', $key->id)->value('used');
});

it('answers byte for byte and header for header as the application does', function (array $values, string $format) {
    workspaceOf($this->user)->update(['region' => 'GB', 'gs1_domain' => 'https://id.fennmoor.example']);
    $key = ($this->key)();
    $url = ($this->signed)($key, $values, PictureFormat::from($format));
    $quick = ($this->quick)($url);
    expect($quick)->not->toBeNull()->and(($this->used)($key))->toBe(1);
    Storage::disk('pictures')->deleteDirectory(substr(trim($quick->headers['ETag'], '"'), 0, 2));
    $slow = $this->get($url)->assertOk();
    $headers = array_map(fn (array $values): string => (string) $values[0], $slow->headers->all());
    $sorted = function (string $list): array {
        $parts = preg_split('/,\s*/', $list);
        sort($parts);

        return $parts;
    };
    expect($quick->body)->toBe($slow->getContent())->and(($this->used)($key))->toBe(2)
        ->and($sorted($quick->headers['Cache-Control']))->toBe($sorted($headers['cache-control']));
    foreach (array_diff_key($quick->headers, ['Cache-Control' => '']) as $name => $value) {
        expect($headers[strtolower($name)] ?? null)->toBe($value, $name);
    }
    expect(array_diff(array_keys($headers), array_map(strtolower(...), array_keys($quick->headers))))->toEqualCanonicalizing(['date']);
})->with([
    'a link' => [['text' => 'https://fennmoor.example/m/41'], 'svg'],
    'a size and inks' => [['text' => 'Honey 0123', 'size_px' => '300', 'dark' => '#2B1A0E', 'light' => '#FFFAEC', 'quiet' => '6', 'level' => 'H', 'name' => 'Jar'], 'png'],
    'a number of this country' => [['text' => 'tel:01632960123', 'kind' => 'call', 'size_mm' => '20', 'dpi' => '203'], 'pdf'],
    'an open value' => [['text' => 'https://fennmoor.example/m/{{no}}', 'open' => 'm.no', 'm.no' => 'B 7/2'], 'webp'],
    'a version and a mask' => [['text' => 'HIVE', 'version' => '7', 'mask' => '3', 'modes' => 'byte', 'cmyk' => '1'], 'jpg'],
]);

it('draws once, keeps it, and counts only what it draws', function () {
    $key = ($this->key)();
    $url = ($this->signed)($key, ['text' => 'https://fennmoor.example/m/42']);
    $first = ($this->quick)($url);
    expect(($this->quick)($url)->body)->toBe($first->body)->and(($this->used)($key))->toBe(1)
        ->and($this->get($url)->assertOk()->getContent())->toBe($first->body)->and(($this->used)($key))->toBe(1);
    $this->travel(2)->minutes();
    $key->forceFill(['last_used_at' => now()->subHour()])->save();
    ($this->quick)($url);
    expect($key->refresh()->last_used_at->diffInSeconds(now(), true))->toBeLessThan(200);
});

it('leaves to the application whatever it would refuse, and counts nothing for it', function (callable $change) {
    $key = ($this->key)();
    $url = ($this->signed)($key, ['text' => 'https://fennmoor.example/m/{{no}}', 'open' => 'm.no', 'm.no' => '41']);
    expect(($this->quick)($change($url, $key, $this) ?? $url))->toBeNull()->and(($this->used)($key))->toBe(0)->and($this->server)->not->toHaveKey(QuickPicture::COUNTED);
})->with([
    'another text' => [fn (string $url) => str_replace('fennmoor', 'heathside', $url)],
    'another format' => [fn (string $url) => str_replace('code.svg', 'code.png', $url)],
    'no signature' => [fn (string $url) => preg_replace('/sig=[^&]+&?/', '', $url)],
    'a signature twice as long' => [fn (string $url) => preg_replace('/sig=([^&]+)/', 'sig=$1$1', $url)],
    'a name twice' => [fn (string $url) => "$url&text=again"],
    'an empty value' => [fn (string $url) => str_replace('m.no=41', 'm.no=', $url)],
    'a placeholder' => [fn (string $url) => str_replace('m.no=41', 'm.no=%7B%7Bno%7D%7D', $url)],
    'bytes that are no text' => [fn (string $url) => str_replace('m.no=41', 'm.no=%FF', $url)],
    'another version of the drawing' => [fn (string $url) => preg_replace('#^/s/\d+#', '/s/999999', $url)],
    'a key that is none' => [fn (string $url) => preg_replace('/kgp_\w+/', 'kgp_'.str_repeat('a', 24), $url)],
    'a file to be saved' => [fn (string $url) => "$url&download=1"],
    'a revoked key' => [fn (string $url, $key) => $key->forceFill(['revoked_at' => now()])->save() ? null : null],
    'a key that has expired' => [fn (string $url, $key) => $key->forceFill(['expires_at' => now()->subMinute()])->save() ? null : null],
    'a key that only reads' => [fn (string $url, $key) => $key->forceFill(['abilities' => ['read']])->save() ? null : null],
    'a secret that was rotated out' => [fn (string $url, $key) => $key->forceFill(['signing' => 3, 'signing_until' => now()->addDay()])->save() ? null : null],
    'an owner who has left' => [fn (string $url, $key, $test) => Membership::query()->where('user_id', $test->user->id)->delete() ? null : null],
    'a month that is used up' => [fn (string $url, $key) => $key->forceFill(['quota' => 0])->save() ? null : null],
]);

it('takes the older secret while both hold, and a reader’s key', function () {
    $key = ($this->key)();
    $url = ($this->signed)($key, ['text' => 'https://fennmoor.example/m/43']);
    $key->forceFill(['signing' => 2, 'signing_until' => now()->addDay()])->save();
    Membership::query()->where('user_id', $this->user->id)->update(['role' => Role::Reader->value]);
    expect(($this->quick)($url))->not->toBeNull();
    $key->forceFill(['signing_until' => now()->subSecond()])->save();
    expect(($this->quick)($url))->toBeNull();
});

it('has the application say what cannot be drawn, without counting the call twice', function () {
    $key = ($this->key)(['max_px' => 200]);
    $url = ($this->signed)($key, ['text' => 'https://fennmoor.example/m/44', 'size_px' => '900']);
    expect(($this->quick)($url))->toBeNull()->and(($this->used)($key))->toBe(1)->and($this->server[QuickPicture::COUNTED])->toBe('1');
    $this->withServerVariables([QuickPicture::COUNTED => '1'])->get($url, ['Accept' => 'application/problem+json'])->assertUnprocessable();
    expect(($this->used)($key))->toBe(1);
});

it('leaves everything to the application where the database does not answer, or pictures lie elsewhere', function () {
    $url = ($this->signed)(($this->key)(), ['text' => 'https://fennmoor.example/m/45']);
    $server = ['REQUEST_URI' => $url, 'REQUEST_METHOD' => 'GET'];
    expect(QuickPicture::answer($server, config()->all(), fn () => throw new PDOException('away')))->toBeNull();
    config(['filesystems.disks.pictures.driver' => 's3']);
    expect(($this->quick)($url))->toBeNull()->and(($this->quick)($url, 'POST'))->toBeNull();
});
