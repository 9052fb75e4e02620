<?php

declare(strict_types=1);

namespace App\Pages;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Membership;
use App\Models\Page;
use App\Models\Workspace;
use App\Waypoints\SaveWaypoint;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Page\Page as Content;
use KeenGlyph\Core\Page\PageKind;
use KeenGlyph\Core\Route\Route;

/** Makes pages with their short addresses, and changes, publishes and removes them. */
final readonly class SavePage
{
    /** Pages that a workspace keeps. */
    private const KEPT = 10_000;

    public function __construct(private SaveWaypoint $waypoints, private PageFaults $faults)
    {
    }

    /**
     * @param  ?string  $code  a readable one; null for one by chance
     *
     * @throws ValidationException when the code is taken, or the workspace is full
     */
    public function create(Membership $member, PageKind $kind, string $name, string $language, ?string $code, ?Content $content): Page
    {
        return DB::transaction(function () use ($member, $kind, $name, $language, $code, $content): Page {
            if ($member->workspace->pages()->count() >= self::KEPT) {
                throw ValidationException::withMessages(['name' => ['This workspace has '.self::KEPT.' pages, the most that it keeps.']]);
            }
            // Its waypoint leads to it from the start, and answers when the page is published.
            $waypoint = $this->waypoints->create($member, $name, Route::of(['else' => ['text' => $name]]), $code, 6, false);
            $waypoint->update(['draft' => Route::of(['else' => ['page' => $waypoint->code]])->toArray()]);
            $page = new Page(['code' => $waypoint->code, 'name' => $name, 'kind' => $kind, 'draft' => ($content ?? $kind->begun($name, $language))->toArray()]);
            $page->workspace()->associate($member->workspace);
            $page->waypoint()->associate($waypoint);
            $page->save();
            DomainEvent::tell(Fact::PageCreated, $page->workspace_id, [$page->id], ['page' => $page->id, 'code' => $page->code, 'name' => $page->name]);

            return $page;
        });
    }

    public function change(Page $page, ?string $name, ?Content $content): Page
    {
        DB::transaction(static function () use ($page, $name, $content): void {
            $page->update([...($name === null ? [] : ['name' => $name]), ...($content === null ? [] : ['draft' => $content->toArray()])]);
            if ($name !== null) {
                $page->waypoint?->update(['name' => $name]);
            }
        });

        return $page;
    }

    /**
     * The draft is what visitors see from now on. The first time, its short address begins to answer.
     *
     * @throws ValidationException with what keeps it from being published
     */
    public function publish(Page $page, Membership $member): Page
    {
        DB::transaction(function () use ($page, $member): void {
            $now = Page::query()->whereKey($page->id)->lockForUpdate()->firstOrFail();
            $draft = $now->content();
            $faults = $this->faults->of($now, $draft);
            if ($faults !== []) {
                throw ValidationException::withMessages(array_combine(array_map(static fn (string $field): string => "content.$field", array_keys($faults)), array_map(static fn (string $message): array => [$message], $faults)));
            }
            if ($now->published !== null && $now->live()?->toArray() === $draft->toArray()) {
                return;
            }
            $now->update(['published' => $draft->toArray(), 'revision' => $now->revision + 1]);
            DB::table('page_revisions')->insert(['page_id' => $now->id, 'number' => $now->revision, 'content' => json_encode($draft->toArray(), JSON_THROW_ON_ERROR), 'user_id' => $member->user_id, 'published_at' => now()]);
            if ($now->waypoint !== null && $now->waypoint->published === null) {
                $this->waypoints->publish($now->waypoint, $member);
            }
            DomainEvent::tell(Fact::PagePublished, $now->workspace_id, [$now->id], ['page' => $now->id, 'code' => $now->code, 'name' => $now->name, 'revision' => $now->revision]);
        });

        return $page->refresh();
    }

    /** An earlier revision becomes the draft again; it is looked at before it is published. */
    public function takeUp(Page $page, int $number): Page
    {
        $content = DB::table('page_revisions')->where(['page_id' => $page->id, 'number' => $number])->value('content');
        if (! is_string($content)) {
            throw ValidationException::withMessages(['revision' => ["There is no revision $number."]]);
        }
        $page->update(['draft' => json_decode($content, true)]);

        return $page;
    }

    /** With its short address; both can be brought back together. */
    public function delete(Page $page): void
    {
        DB::transaction(function () use ($page): void {
            $page->delete();
            $page->waypoint === null || $this->waypoints->delete($page->waypoint);
            DomainEvent::record(Fact::PageDeleted, $page->workspace_id, $page->id);
        });
    }

    public function restore(Page $page): void
    {
        DB::transaction(function () use ($page): void {
            $page->restore();
            $waypoint = $page->waypoint()->withTrashed()->first();
            $waypoint === null || $this->waypoints->restore($waypoint);
            DomainEvent::record(Fact::PageRestored, $page->workspace_id, $page->id);
        });
    }

    /** @param  array<string, string>  $style */
    public function keepStyle(Workspace $workspace, string $name, array $style): string
    {
        return DB::transaction(static function () use ($workspace, $name, $style): string {
            $kept = $workspace->pageStyles()->firstOrNew(['name' => $name]);
            $kept->fill(['style' => $style])->save();

            return $kept->id;
        });
    }
}
