<?php

declare(strict_types=1);

use App\Models\User;

beforeEach(function () {
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    $this->keep = fn (string $path, array $more = []) => $this->postJson('/api/v1/resolver', ['path' => $path, 'type' => 'pip', 'href' => 'https://fennmoor.example/jar', 'title' => 'The jar', 'default' => true, ...$more]);
    $this->ask = fn (string $path, array $headers = []) => $this->withoutHeader('Accept')->get($path, $headers);
});

it('answers an identifier with its link, walking up from serial to batch to trade item', function () {
    ($this->keep)('/01/09520123456788')->assertCreated()->assertJsonPath('address', config('app.url').'/01/09520123456788');
    ($this->keep)('/01/09520123456788/10/H26-07', ['href' => 'https://fennmoor.example/batch?own=1'])->assertCreated();
    ($this->ask)('/01/09520123456788')->assertStatus(307)->assertHeader('Location', 'https://fennmoor.example/jar')->assertHeader('Cache-Control', 'no-store, private');
    ($this->ask)('/01/09520123456788/10/H26-07/21/77?17=271225')->assertStatus(307)->assertHeader('Location', 'https://fennmoor.example/batch?own=1&17=271225');
    ($this->ask)('/01/09520123456788/10/OTHER')->assertHeader('Location', 'https://fennmoor.example/jar');
    ($this->ask)('/01/09520123456795')->assertNotFound()->assertSee('nobody has put a link behind it');
});

it('answers by type, language and media, and lists all as a linkset', function () {
    ($this->keep)('/01/09520123456788', ['language' => 'en']);
    ($this->keep)('/01/09520123456788', ['language' => 'cy', 'href' => 'https://fennmoor.example/cy/jar']);
    ($this->keep)('/01/09520123456788', ['type' => 'instructions', 'default' => false, 'href' => 'https://fennmoor.example/how', 'media' => 'text/html']);
    ($this->ask)('/01/09520123456788', ['Accept-Language' => 'cy-GB,en;q=0.5'])->assertHeader('Location', 'https://fennmoor.example/cy/jar');
    ($this->ask)('/01/09520123456788?linkType=gs1:instructions')->assertHeader('Location', 'https://fennmoor.example/how');
    ($this->ask)('/01/09520123456788?linkType=recipeInfo')->assertNotFound();
    foreach ([['/01/09520123456788?linkType=all', []], ['/01/09520123456788', ['Accept' => 'application/linkset+json']]] as [$path, $headers]) {
        $set = ($this->ask)($path, $headers)->assertOk()->assertHeader('Content-Type', 'application/linkset+json')->json('linkset');
        expect($set)->toHaveCount(1)->and($set[0]['anchor'])->toBe(config('app.url').'/01/09520123456788')->and($set[0]['https://ref.gs1.org/voc/pip'])->toHaveCount(2)->and($set[0]['https://ref.gs1.org/voc/instructions'][0])->toBe(['href' => 'https://fennmoor.example/how', 'title' => 'The jar', 'type' => 'text/html']);
    }
});

it('lets a recalled batch answer before everything else, until the recall is taken away', function () {
    ($this->keep)('/01/09520123456788');
    $recall = ($this->keep)('/01/09520123456788/10/H26-07', ['type' => 'recallStatus', 'href' => 'https://fennmoor.example/recall', 'recall' => true, 'default' => false])->json('id');
    ($this->ask)('/01/09520123456788/10/H26-07/21/5?linkType=pip')->assertHeader('Location', 'https://fennmoor.example/recall');
    $this->withHeader('Accept', 'application/json')->patchJson("/api/v1/resolver/$recall", ['ends_at' => '2020-01-01T00:00:00Z'])->assertOk();
    ($this->ask)('/01/09520123456788/10/H26-07/21/5')->assertHeader('Location', 'https://fennmoor.example/jar');
    $this->withHeader('Accept', 'application/json')->deleteJson("/api/v1/resolver/$recall")->assertNoContent();
});

it('refuses identifiers that break GS1’s rules, and compressed ones, in words', function (string $path, string $words) {
    ($this->ask)($path)->assertStatus(400)->assertSee($words);
})->with([
    ['/01/09520123456789', 'check digit'], ['/01/09520123456788/AQnYUc1gmiCNV4JG', 'Compressed links'], ['/01/abc', ''], ['/00/1', ''],
]);

it('takes only what is in order', function () {
    ($this->keep)('/01/09520123456789')->assertStatus(422)->assertJsonPath('errors.0.pointer', '#/path');
    ($this->keep)('/99/x')->assertStatus(422);
    ($this->keep)('/01/09520123456788', ['type' => 'nonsense'])->assertStatus(422);
    ($this->keep)('/01/09520123456788', ['href' => 'javascript:alert(1)'])->assertStatus(422);
    ($this->keep)('/01/09520123456788', ['href' => 'tel:+442079460123'])->assertStatus(422);
});

it('leaves an identifier to the workspace that took it first', function () {
    ($this->keep)('/01/09520123456788')->assertCreated();
    app('auth')->forgetGuards();
    $this->withHeaders(keyOf(User::factory()->create()));
    ($this->keep)('/01/09520123456788/10/A')->assertStatus(422)->assertJsonPath('errors.0.pointer', '#/path');
    $this->getJson('/api/v1/resolver?query=0952')->assertOk()->assertJsonPath('data', []);
});

it('passes on nothing that could break out of a header, and follows no host of the visitor', function () {
    ($this->keep)('/01/09520123456788');
    $location = ($this->ask)('/01/09520123456788?a=%0D%0ASet-Cookie:x&b=1&linkType=pip')->headers->get('Location');
    expect($location)->toBe('https://fennmoor.example/jar?a=%0D%0ASet-Cookie:x&b=1');
    expect(($this->ask)('/01/09520123456788?linkType=all', ['Host' => 'evil.example'])->json('linkset.0.anchor'))->toStartWith(config('app.url'));
});

it('counts by day which link answered somebody, and no program that looks first', function () {
    ($this->keep)('/01/09520123456788');
    ($this->keep)('/01/09520123456788', ['type' => 'instructions', 'default' => false, 'href' => 'https://fennmoor.example/guide']);
    $agents = ['Mozilla/5.0 (iPhone; CPU iPhone OS 17_0 like Mac OS X)', 'Mozilla/5.0 (Linux; Android 14)', 'Googlebot/2.1'];
    foreach ($agents as $agent) {
        $this->get('/01/09520123456788', ['User-Agent' => $agent])->assertStatus(307);
    }
    $this->get('/01/09520123456788?linkType=gs1:instructions', ['User-Agent' => $agents[0]])->assertStatus(307);
    $this->call('HEAD', '/01/09520123456788', server: ['HTTP_USER_AGENT' => $agents[0]]);
    $answers = array_column($this->getJson('/api/v1/resolver')->assertOk()->json('data'), 'answers', 'type');
    expect($answers)->toEqual(['pip' => 2, 'instructions' => 1]);
});
