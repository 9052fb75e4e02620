<?php

declare(strict_types=1);

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Ability;
use App\Models\Membership;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use Database\Factories\UserFactory;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Str;

beforeEach(function () {
    $this->withHeaders(['Origin' => 'http://localhost']);
    $this->user = User::factory()->create(['email' => 'tam@fennmoor.example']);
    $this->show = Workspace::create(['name' => 'Honey show']);
    $this->user->join($this->show, Role::Reader);
    $this->signIn = fn () => $this->postJson('/api/v1/session', ['email' => 'tam@fennmoor.example', 'password' => UserFactory::PASSWORD])->assertCreated();
});

it('knows all workspaces of a person, and goes from one to another', function () {
    expect(($this->signIn)()->json('workspaces'))->toHaveCount(2)->and($this->getJson('/api/v1/session')->json('role'))->toBe('owner');
    $this->postJson('/api/v1/glyphs', jar())->assertCreated();
    $there = $this->patchJson('/api/v1/session', ['workspace_id' => $this->show->id])->assertOk();
    expect($there->json('workspace.name'))->toBe('Honey show')->and($there->json('role'))->toBe('reader')->and($there->json('abilities'))->toBe(['draw', 'read', 'glyphs:read']);
    expect($this->getJson('/api/v1/glyphs')->assertOk()->json('total'))->toBe(0);
    $this->postJson('/api/v1/glyphs', jar())->assertForbidden();
    $this->postJson('/api/v1/symbols', ['text' => 'hive'])->assertOk();
});

it('opens the workspace that somebody was in last', function () {
    ($this->signIn)();
    $this->patchJson('/api/v1/session', ['workspace_id' => $this->show->id])->assertOk();
    $this->deleteJson('/api/v1/session')->assertNoContent();
    app('auth')->forgetGuards();
    expect(($this->signIn)()->json('workspace.id'))->toBe($this->show->id);
});

it('does nothing for a page that shows another workspace than the session is in', function () {
    ($this->signIn)();
    $own = $this->getJson('/api/v1/session')->json('workspace.id');
    $this->postJson('/api/v1/glyphs', jar(), ['Keen-Workspace' => $own])->assertCreated();
    $this->patchJson('/api/v1/session', ['workspace_id' => $this->show->id], ['Keen-Workspace' => $own])->assertOk();
    $this->getJson('/api/v1/glyphs', ['Keen-Workspace' => $own])->assertConflict();
    $this->getJson('/api/v1/session', ['Keen-Workspace' => $own])->assertOk()->assertJsonPath('workspace.id', $this->show->id);
});

it('enters no workspace that one is not in', function () {
    ($this->signIn)();
    $other = workspaceOf(User::factory()->create());
    $unknown = faults($this->patchJson('/api/v1/session', ['workspace_id' => Str::uuid7()->toString()]));
    expect(faults($this->patchJson('/api/v1/session', ['workspace_id' => $other->id])))->toBe($unknown);
    $this->patchJson('/api/v1/session', ['workspace_id' => 'honey'])->assertUnprocessable();
});

it('leaves at once who is let go, in a session as with a key', function () {
    $editor = User::factory()->create();
    $editor->join($this->show, Role::Editor);
    $key = keyOf($editor, null, $this->show);
    $this->withHeaders($key)->getJson('/api/v1/glyphs')->assertOk();
    Membership::query()->where(['user_id' => $editor->id, 'workspace_id' => $this->show->id])->delete();
    app('auth')->forgetGuards();
    $this->withHeaders($key)->getJson('/api/v1/glyphs')->assertUnauthorized();
    $this->flushHeaders()->withHeaders(['Origin' => 'http://localhost']);
    ($this->signIn)();
    $this->user->memberships()->delete();
    $this->getJson('/api/v1/glyphs')->assertForbidden();
});

it('gives a key no more than its owner’s role, and its own workspace alone', function () {
    $this->withHeaders(keyOf($this->user, Ability::names(), $this->show));
    $this->getJson('/api/v1/session')->assertOk()->assertJsonPath('workspace.id', $this->show->id)->assertJsonPath('abilities', ['draw', 'read', 'glyphs:read'])->assertJsonCount(1, 'workspaces');
    $this->postJson('/api/v1/glyphs', jar())->assertForbidden();
    $this->patchJson('/api/v1/session', ['workspace_id' => workspaceOf($this->user)->id])->assertForbidden();
});

it('says from the terminal who is what, and never leaves a workspace without owner', function () {
    $set = fn (string ...$words): int => Artisan::call('members:set', array_combine(array_slice(['email', 'workspace', 'role', '--new'], 0, count($words)), $words));
    $own = workspaceOf($this->user);
    expect($set('tam@fennmoor.example', 'Honey show', 'editor'))->toBe(0)
        ->and($this->user->memberships()->where('workspace_id', $this->show->id)->first()?->role)->toBe(Role::Editor)
        ->and($set('tam@fennmoor.example', $own->id, 'reader'))->toBe(1)->and(Artisan::output())->toContain('last owner')
        ->and($set('tam@fennmoor.example', $own->id, 'none'))->toBe(1)
        ->and($set('nobody@fennmoor.example', 'Honey show', 'editor'))->toBe(2)
        ->and($set('tam@fennmoor.example', 'Nowhere', 'editor'))->toBe(2)
        ->and($set('tam@fennmoor.example', 'Honey show', 'queen'))->toBe(2)
        ->and(Artisan::call('members:set', ['email' => 'tam@fennmoor.example', 'workspace' => 'New shed', 'role' => 'owner', '--new' => true]))->toBe(0)
        ->and($set('tam@fennmoor.example', 'Honey show', 'none'))->toBe(0)
        ->and($this->user->memberships()->count())->toBe(2);
});

it('tells what happened once it is kept, and nothing that was rolled back', function () {
    $this->withHeaders(keyOf($this->user, null, workspaceOf($this->user)));
    $told = [];
    Event::listen(DomainEvent::class, function (DomainEvent $event) use (&$told): void {
        $told[] = $event->fact;
        expect($event->workspaceId)->toBe(workspaceOf($this->user)->id)->and($event->userId)->toBe($this->user->id)->and($event->subjects)->each->toBeString();
    });
    $glyph = $this->postJson('/api/v1/glyphs', jar())->json('id');
    $this->patchJson("/api/v1/glyphs/$glyph", ['name' => 'Jar'])->assertOk();
    $this->patchJson("/api/v1/glyphs/$glyph", ['name' => 'Jar'])->assertOk();
    $this->patchJson("/api/v1/glyphs/$glyph", ['level' => 'X'])->assertUnprocessable();
    $this->postJson('/api/v1/glyphs/shelve', ['glyphs' => [$glyph], 'shelf' => 'A'])->assertOk();
    $this->deleteJson("/api/v1/glyphs/$glyph")->assertNoContent();
    $this->postJson("/api/v1/glyphs/$glyph/restore")->assertOk();
    $gate = $this->postJson('/api/v1/gates', ['name' => 'Door', 'csv' => 'A1'])->json('id');
    $admission = $this->postJson("/api/v1/gates/$gate/admit", ['code' => 'A1'])->json('admission.id');
    $this->postJson("/api/v1/gates/$gate/admit", ['code' => 'A1'])->assertOk();
    $this->postJson("/api/v1/gates/$gate/admissions/$admission/undo")->assertOk();
    expect($told)->toBe([Fact::GlyphCreated, Fact::GlyphChanged, Fact::GlyphShelved, Fact::GlyphDeleted, Fact::GlyphRestored, Fact::GateCreated, Fact::CodeAdmitted, Fact::AdmissionUndone]);
    DB::beginTransaction();
    DomainEvent::record(Fact::GlyphDeleted, workspaceOf($this->user)->id, $glyph);
    DB::rollBack();
    expect($told)->toHaveCount(8);
});
