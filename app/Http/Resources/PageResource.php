<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Page;
use App\Models\StoredFile;
use App\Pages\PageFaults;
use App\Pages\WritePage;
use Illuminate\Support\Facades\DB;
use KeenGlyph\Core\Page\Page as Content;
use KeenGlyph\Core\Page\PageProblems;
use stdClass;

/** A page as the API states it. */
final readonly class PageResource
{
    /** Days of which what visitors did is counted. */
    private const DAYS = 30;

    public function __construct(private WritePage $write, private PageFaults $faults)
    {
    }

    /** @return array<string, mixed> */
    public function of(Page $page): array
    {
        $draft = $page->content();
        $live = $page->live();
        $files = WritePage::files($page, $draft);
        $html = $this->write->html($page, $draft, $draft->language);
        $faults = $this->faults->of($page, $draft);
        $revisions = DB::table('page_revisions')->leftJoin('users', 'users.id', '=', 'page_revisions.user_id')->where('page_id', $page->id)->orderByDesc('number')->limit(50)->get(['number', 'users.name', 'published_at']);
        /** @var array<string, int> $taps */
        $taps = DB::table('page_taps')->where('page_id', $page->id)->where('day', '>', now()->subDays(self::DAYS)->toDateString())->groupBy('what')->selectRaw('what, sum(times)::int AS times')->pluck('times', 'what')->all();

        return [
            ...self::summary($page), 'content' => self::content($draft), 'live' => $live === null ? null : self::content($live),
            'faults' => array_map(static fn (string $field, string $message): array => ['field' => $field, 'message' => $message], array_keys($faults), $faults),
            'checks' => PageProblems::checks($draft, strlen($html), $files), 'bytes' => strlen($html),
            'files' => $page->workspace->files()->whereIn('id', $draft->files())->get()->map(self::file(...))->values()->all(),
            'taps' => (object) $taps, 'answers' => DB::table('page_answers')->where('page_id', $page->id)->count(),
            'revisions' => $revisions->map(static fn (object $one): array => ['number' => (int) ((array) $one)['number'], 'by' => ((array) $one)['name'], 'at' => gmdate('Y-m-d\TH:i:s\Z', (int) strtotime((string) ((array) $one)['published_at']))])->all(),
        ];
    }

    /** @return array<string, mixed> */
    public static function summary(Page $page): array
    {
        $waypoint = $page->waypoint;

        return [
            'id' => $page->id, 'code' => $page->code, 'name' => $page->name, 'kind' => $page->kind->value, 'address' => $page->workspace->shortBase()."/q/$page->code", 'text' => strtoupper($page->workspace->shortBase()."/q/$page->code"), 'waypoint' => $page->waypoint_id,
            'state' => $page->published === null ? 'draft' : ($waypoint?->pause === null ? 'live' : 'paused'), 'changed' => $page->published === null || $page->live()?->toArray() !== $page->content()->toArray(),
            'revision' => $page->revision, 'scans' => $waypoint->scans ?? 0, 'languages' => $page->content()->languages(), 'created_at' => $page->created_at->toIso8601ZuluString(), 'updated_at' => $page->updated_at->toIso8601ZuluString(),
        ];
    }

    /** @return array<string, mixed> */
    public static function file(StoredFile $file): array
    {
        return ['id' => $file->id, 'series' => $file->series, 'version' => $file->version, 'name' => $file->name, 'media' => $file->media, 'bytes' => $file->bytes, 'words' => $file->shown()->words(), 'address' => "/f/{$file->id}", 'created_at' => $file->created_at->toIso8601ZuluString()];
    }

    /** @return array<string, mixed> */
    private static function content(Content $content): array
    {
        $made = $content->toArray();

        return [...$made, 'words' => $made['words'] === [] ? new stdClass : array_map(static fn (array $words): array|stdClass => $words === [] ? new stdClass : $words, $made['words'])];
    }
}
