<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use App\Http\Requests\LabelRequest;
use App\Http\Requests\ListRequest;
use App\Http\Requests\RunItemsRequest;
use App\Http\Requests\RunRequest;
use App\Http\Requests\SheetRequest;
use App\Models\Run;
use App\Runs\CheckTable;
use App\Runs\ControlRun;
use App\Runs\DrawLabel;
use App\Runs\RunCounts;
use App\Runs\RunItems;
use App\Runs\RunStore;
use App\Runs\StartRun;
use App\Support\Current;
use App\Support\FileName;
use App\Support\Keyset;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Storage;
use KeenGlyph\Core\Run\LabelSheet;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response as Answer;

/** Tables to pictures: checked, drawn in the queue, each row read back, and fetched as one file. */
final class RunController
{
    public function index(ListRequest $request): JsonResponse
    {
        [$page, $next] = $request->page(Current::workspace($request)->runs(), Keyset::byTime('created_at'));

        return new JsonResponse(['data' => $page->map(self::shown(...)), 'next_cursor' => $next]);
    }

    /** What would be wrong, before anything is drawn. */
    public function check(RunRequest $request, CheckTable $check): JsonResponse
    {
        $recipe = $request->recipe();

        return new JsonResponse($check->check($request->table($recipe), $recipe, Current::workspace($request), $request->keep()));
    }

    /** One label as it would be, as an SVG picture: for whoever lays it out. */
    public function label(LabelRequest $request, DrawLabel $draw): JsonResponse
    {
        return new JsonResponse($draw->label($request->recipe(), $request->row(), Current::workspace($request)));
    }

    public function store(RunRequest $request, StartRun $start): JsonResponse
    {
        $recipe = $request->recipe();
        $name = trim($request->string('name')->toString());
        $run = $start->start(Current::membership($request), $name === '' ? 'Run of '.now()->format('j M Y, H:i') : $name, $recipe, $request->table($recipe), $request->sheet(), $request->filled('start') ? $request->integer('start') : 1, $request->keep());

        return (new JsonResponse(self::shown($run), 202))->header('Location', "/api/v1/runs/{$run->id}");
    }

    public function show(Run $run): JsonResponse
    {
        return new JsonResponse(self::shown($run));
    }

    public function items(RunItemsRequest $request, Run $run, RunItems $items): JsonResponse
    {
        $state = $request->validated('state');

        return new JsonResponse($items->of($run, is_string($state) ? $state : null, $request->integer('after'), $request->filled('limit') ? $request->integer('limit') : 200));
    }

    public function pause(Run $run, ControlRun $control): JsonResponse
    {
        return new JsonResponse(self::shown($control->pause($run)));
    }

    public function resume(Run $run, ControlRun $control): JsonResponse
    {
        return new JsonResponse(self::shown($control->resume($run)));
    }

    public function cancel(Run $run, ControlRun $control): JsonResponse
    {
        return new JsonResponse(self::shown($control->cancel($run)));
    }

    public function destroy(Run $run): Response|JsonResponse
    {
        if ($run->isOpen()) {
            return Problems::response(409, 'It is still under way. Cancel it first.');
        }
        RunStore::forget($run);
        $run->delete();

        return new Response('', 204);
    }

    /** The finished file, in parts where they are asked for. */
    public function result(Run $run): Answer
    {
        if ($run->state !== 'done' || ! RunStore::disk()->exists($run->result())) {
            return Problems::response(404, 'There is no file of this run yet.');
        }
        [$media, $ending] = $run->sheet === null ? ['application/zip', 'zip'] : ['application/pdf', 'pdf'];
        $name = (FileName::slug($run->name) ?: 'run').".$ending";
        if (config('filesystems.disks.runs.driver') !== 'local') {
            return new Response('', 302, ['Location' => Storage::disk('runs')->temporaryUrl($run->result(), now()->addMinutes(10), ['ResponseContentType' => $media, 'ResponseContentDisposition' => "attachment; filename=\"$name\""]), 'Cache-Control' => 'no-store']);
        }

        return new BinaryFileResponse(Storage::disk('runs')->path($run->result()), 200, ['Content-Type' => $media, 'Content-Disposition' => "attachment; filename=\"$name\"", 'Cache-Control' => 'private, no-store']);
    }

    /** Sheets that are known by their dimensions. */
    public function sheets(): JsonResponse
    {
        return new JsonResponse(['data' => array_keys(LabelSheet::COMMON), 'dimensions' => array_map(static fn (string $name): array => ['name' => $name, ...array_intersect_key(LabelSheet::of($name)->toArray(), array_flip(['width', 'height', 'columns', 'rows', 'label_width', 'label_height', 'left', 'top', 'pitch_x', 'pitch_y']))], array_keys(LabelSheet::COMMON))]);
    }

    /** A sheet with its calibration page and the drawing of its cuts, corrected by what was measured. */
    public function sheet(SheetRequest $request, DrawLabel $draw): JsonResponse
    {
        return new JsonResponse($draw->sheet($request->sheet(), $request->float('corner')));
    }

    /** @return array<string, mixed> */
    private static function shown(Run $run): array
    {
        $counts = RunCounts::of($run);
        $seconds = $run->started_at === null ? 0.0 : max(0.001, ($run->finished_at ?? now())->getPreciseTimestamp(3) / 1000 - $run->started_at->getPreciseTimestamp(3) / 1000);
        $done = $run->total - $counts['waiting'];

        return [
            'id' => $run->id, 'name' => $run->name, 'state' => $run->state, 'rows' => $run->total, ...$counts, 'read_back' => $counts['made'], 'recipe' => (object) $run->recipe, 'sheet' => $run->sheet, 'sheets' => $run->proof, 'keep' => $run->keep, 'gate' => $run->gate_id, 'bytes' => $run->bytes, 'warnings' => $run->warnings, 'trouble' => $run->trouble,
            'per_second' => $seconds > 0 ? round($done / $seconds, 1) : 0.0, 'seconds_left' => $run->state === 'running' && $done > 0 ? (int) ceil($counts['waiting'] * $seconds / $done) : null,
            'created_at' => $run->created_at->toIso8601ZuluString(), 'started_at' => $run->started_at?->toIso8601ZuluString(), 'finished_at' => $run->finished_at?->toIso8601ZuluString(),
        ];
    }
}
