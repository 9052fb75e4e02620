<?php

declare(strict_types=1);

use App\Alerts\AlertMail;
use App\Alerts\FolderTransport;
use App\Alerts\LookOut;
use App\Jobs\PruneLeftovers;
use App\Models\User;
use App\Waypoints\WriteTrail;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\Queue;
use Symfony\Component\Mime\Email;

beforeEach(function () {
    Queue::fake();
    Mail::fake();
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    $this->way = $this->postJson('/api/v1/waypoints', ['name' => 'Swarm hotline', 'route' => ['else' => ['link' => 'https://fennmoor.example/']], 'publish' => true])->assertCreated()->json('id');
    $this->alert = fn (string $sort, ?int $number = null, array $more = []) => $this->postJson('/api/v1/alerts', ['sort' => $sort, 'waypoint' => $this->way, 'number' => $number, 'mails' => ['ines@fennmoor.example', 'tom@fennmoor.example'], ...$more]);
    $this->scans = function (int $many, string $when = 'now', string $sort = 'scan'): void {
        $at = (new DateTimeImmutable($when, new DateTimeZone('UTC')))->format('Y-m-d\TH:i:s.uP');
        $file = sys_get_temp_dir().'/kg-alert-'.bin2hex(random_bytes(6)).'.log';
        file_put_contents($file, implode("\n", array_map(fn (int $i): string => (string) json_encode([$at, $this->way, 1, -1, $sort, 'phone', 'ios', 'en', 'GB', '', substr(hash('sha256', "$i"), 0, 16)]), range(1, $many)))."\n");
        (new WriteTrail)->write($file);
    };
    $this->said = fn (): array => Mail::queued(AlertMail::class)->map(fn (AlertMail $mail): string => $mail->says)->values()->all();
});

it('tells the first scan and a number of scans, once each, at every address', function () {
    ($this->alert)('first')->assertCreated()->assertJsonPath('words', 'at the first scan');
    ($this->alert)('threshold', 5)->assertCreated();
    ($this->scans)(1, sort: 'bot');
    expect(($this->said)())->toBe([]);
    ($this->scans)(3);
    expect(($this->said)())->toBe(array_fill(0, 2, 'it was scanned for the first time'));
    ($this->scans)(3);
    ($this->scans)(30);
    expect(array_slice(($this->said)(), 2))->toBe(array_fill(0, 2, 'it has been scanned 6 times'));
    Mail::assertQueued(AlertMail::class, fn (AlertMail $mail): bool => $mail->hasTo('tom@fennmoor.example'));
});

it('tells each scan, those of a minute together, and none twice', function () {
    ($this->alert)('each', null, ['mails' => ['ines@fennmoor.example']])->assertCreated();
    $hook = $this->postJson('/api/v1/hooks', ['name' => 'Door', 'url' => 'https://93.184.216.34/x', 'events' => ['waypoint.scanned', 'waypoint.alert']])->assertCreated()->json('hook.id');
    ($this->scans)(2);
    ($this->scans)(3);
    expect(($this->said)())->toBe(['2 new scans, 2 in all']);
    (new LookOut)->watch(false);
    expect(($this->said)())->toHaveCount(1);
    DB::update("UPDATE alert_states SET told_at = now() - interval '2 minutes'");
    (new LookOut)->watch(false);
    (new LookOut)->watch(false);
    expect(($this->said)())->toBe(['2 new scans, 2 in all', '3 new scans, 5 in all']);
    $told = $this->getJson("/api/v1/hooks/$hook/deliveries")->json('data');
    expect(array_column($told, 'type'))->toBe(['waypoint.scanned', 'waypoint.scanned']);
});

it('tells silence once until somebody comes again, and a day that is unlike the week before', function () {
    ($this->alert)('none', 3, ['mails' => ['ines@fennmoor.example']])->assertCreated();
    ($this->alert)('rise', 100, ['mails' => ['ines@fennmoor.example']])->assertCreated();
    (new LookOut)->watch(true);
    expect(($this->said)())->toBe([]);
    DB::table('waypoints')->update(['created_at' => now()->subDays(9), 'last_scan_at' => now()->subDays(4)]);
    (new LookOut)->watch(true);
    (new LookOut)->watch(true);
    expect(($this->said)())->toBe(['3 days went by without a scan']);
    for ($day = 2; $day < 8; $day++) {
        ($this->scans)(14, "-$day days");
    }
    ($this->scans)(20, '-1 hour');
    (new LookOut)->watch(true);
    expect(($this->said)())->toHaveCount(1);
    ($this->scans)(40, '-1 hour');
    (new LookOut)->watch(true);
    (new LookOut)->watch(true);
    expect(array_slice(($this->said)(), 1))->toBe(['60 scans in 24 hours, where 12.0 a day were usual']);
});

it('refuses what cannot be told, with the field', function (array $given, string $field) {
    expect(faults($this->postJson('/api/v1/alerts', ['sort' => 'first', ...$given])))->toHaveKey($field);
})->with([
    [['sort' => 'sometimes'], 'sort'], [['sort' => 'threshold'], 'number'], [['sort' => 'none', 'number' => 400], 'number'], [['mails' => ['ines']], 'mails.0'], [['mails' => ["a@b.example\nBcc: x@y.example"]], 'mails.0'],
    [['mails' => array_fill(0, 11, 'ines@fennmoor.example')], 'mails'], [['waypoint' => '01900000-0000-7000-8000-000000000009'], 'waypoint'],
]);

it('writes mails as plain text that names what was asked for, and lets nothing slip into the head', function () {
    $folder = sys_get_temp_dir().'/kg-mails-'.bin2hex(random_bytes(6));
    $mail = new AlertMail("Swarm\nBcc: x@y.example", 'a new scan', 'at each scan', 'Fennmoor', 'https://fennmoor.example/waypoints/1');
    expect($mail->envelope()->subject)->toBe('Swarm Bcc: x@y.example: a new scan')->and($mail->render())->toContain('asked to be told at each scan')->toContain('https://fennmoor.example/waypoints/1');
    (new FolderTransport($folder))->send((new Email)->from('a@fennmoor.example')->to('b@fennmoor.example')->subject('Hello')->text('Bees'));
    $files = glob("$folder/*.eml");
    expect($files)->toHaveCount(1)->and(file_get_contents($files[0]))->toContain('Subject: Hello');
    exec('rm -rf '.escapeshellarg($folder));
});

it('forgets a trail when asked, and what is older than the workspace keeps', function () {
    ($this->scans)(3, '-100 days');
    ($this->scans)(2);
    $this->patchJson('/api/v1/workspace', ['trail_days' => 30])->assertOk()->assertJsonPath('trail_days', 30);
    expect(faults($this->patchJson('/api/v1/workspace', ['trail_days' => 3])))->toHaveKey('trail_days');
    (new PruneLeftovers)->handle();
    expect(DB::table('scans')->count())->toBe(2)->and((int) DB::table('trail_hours')->sum('scans'))->toBe(2)->and($this->getJson("/api/v1/waypoints/$this->way")->json('scans'))->toBe(5);
    $this->deleteJson("/api/v1/waypoints/$this->way/trail")->assertNoContent();
    expect(DB::table('scans')->count())->toBe(0)->and($this->getJson("/api/v1/waypoints/$this->way")->json('scans'))->toBe(0);
});

it('shows the days before beside those that are asked for', function () {
    ($this->scans)(4, '-2 days');
    ($this->scans)(1);
    $trail = $this->getJson("/api/v1/waypoints/$this->way/trail?from=".now()->subDay()->format('Y-m-d').'&until='.now()->format('Y-m-d'))->assertOk()->json();
    expect($trail['before_days'])->toBe([0, 4])->and($trail['before'])->toBe(4)->and($trail['scans'])->toBe(1);
});
