<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Admit;
use App\Actions\RemoveSaved;
use App\Actions\SaveGate;
use App\Http\Problems\Problems;
use App\Http\Requests\AdmitRequest;
use App\Http\Requests\GateEntriesRequest;
use App\Http\Requests\GateRequest;
use App\Http\Requests\ListRequest;
use App\Http\Resources\GateResource;
use App\Models\Gate;
use App\Models\GateAdmission;
use App\Support\Current;
use App\Support\Keyset;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Lists at which each code lets in once. */
final class GateController
{
    public function index(ListRequest $request): JsonResponse
    {
        [$page, $next] = $request->page(Current::workspace($request)->gates(), Keyset::byTime('created_at'));

        return new JsonResponse(['data' => $page->map(GateResource::of(...)), 'next_cursor' => $next]);
    }

    public function show(Gate $gate): JsonResponse
    {
        return new JsonResponse(GateResource::of($gate));
    }

    public function store(GateRequest $request, SaveGate $save): JsonResponse
    {
        $gate = $save->create(
            Current::workspace($request),
            $request->string('name')->toString(),
            $request->has('csv') ? $request->string('csv')->toString() : null,
            $request->has('shelf') ? $request->string('shelf')->toString() : null,
            $request->filled('times') ? $request->integer('times') : 1,
        );

        return (new JsonResponse(GateResource::of($gate), 201))->header('Location', "/api/v1/gates/{$gate->id}");
    }

    public function destroy(Gate $gate, RemoveSaved $remove): Response
    {
        $remove->delete($gate);

        return new Response('', 204);
    }

    public function restore(Gate $gate, RemoveSaved $remove): JsonResponse
    {
        $remove->restore($gate);

        return new JsonResponse(GateResource::of($gate));
    }

    /** Who is on the list, by name; those inside, those still missing, or all. */
    public function entries(GateEntriesRequest $request, Gate $gate): JsonResponse
    {
        $query = $gate->entries()->with('standing');
        match ($request->validated('state')) {
            'missing' => $query->whereDoesntHave('standing'),
            'inside' => $query->whereHas('standing'),
            default => null,
        };
        $total = (clone $query)->count();
        [$page, $next] = $request->page($query, Keyset::byName('integer'));

        return new JsonResponse(['data' => $page->map(GateResource::entry(...)), 'total' => $total, 'next_cursor' => $next]);
    }

    /** The newest admissions, undone ones among them. */
    public function admissions(ListRequest $request, Gate $gate): JsonResponse
    {
        [$page, $next] = $request->page($gate->admissions()->with('entry.standing'), Keyset::byTime('admitted_at'));

        return new JsonResponse(['data' => $page->map(static fn (GateAdmission $admission): array => [
            ...(array) GateResource::admission($admission),
            'entry' => GateResource::entry($admission->entry),
        ]), 'next_cursor' => $next]);
    }

    public function admit(AdmitRequest $request, Gate $gate, Admit $admit): JsonResponse
    {
        $answer = $admit->admit($gate, $request->string('code')->toString(), trim($request->string('door')->toString()));

        return new JsonResponse([
            'verdict' => $answer['verdict'],
            'entry' => $answer['entry'] === null ? null : GateResource::entry($answer['entry']->load('standing')),
            'admission' => GateResource::admission($answer['admission']),
            'gate' => GateResource::of($gate),
        ]);
    }

    public function undo(Gate $gate, string $admission, Admit $admit): JsonResponse
    {
        return $admit->undo($gate, $admission)
            ? new JsonResponse(GateResource::of($gate))
            : Problems::response(404, 'There is no such admission at this gate, or it has been undone already.');
    }
}
