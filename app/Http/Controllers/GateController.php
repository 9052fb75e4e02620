<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Admit;
use App\Actions\SaveGate;
use App\Http\Problems\Problems;
use App\Http\Requests\AdmitRequest;
use App\Http\Requests\GateEntriesRequest;
use App\Http\Requests\GateRequest;
use App\Http\Resources\GateResource;
use App\Models\Gate;
use App\Models\GateAdmission;
use App\Support\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Lists at which each code lets in once. */
final class GateController
{
    /** Gates of one workspace that are listed. */
    private const MOST = 100;

    /** Admissions that are told, the newest first. */
    private const LATEST = 50;

    public function index(Request $request): JsonResponse
    {
        $gates = CurrentUser::of($request)->workspace->gates()->orderByDesc('created_at')->limit(self::MOST)->get();

        return new JsonResponse(['data' => $gates->map(GateResource::of(...))->values()]);
    }

    public function show(Gate $gate): JsonResponse
    {
        return new JsonResponse(GateResource::of($gate));
    }

    public function store(GateRequest $request, SaveGate $save): JsonResponse
    {
        $gate = $save->create(
            CurrentUser::of($request)->workspace,
            $request->string('name')->toString(),
            $request->has('csv') ? $request->string('csv')->toString() : null,
            $request->has('shelf') ? $request->string('shelf')->toString() : null,
        );

        return (new JsonResponse(GateResource::of($gate), 201))->header('Location', "/api/v1/gates/{$gate->id}");
    }

    public function destroy(Gate $gate): Response
    {
        $gate->delete();

        return new Response('', 204);
    }

    public function restore(Gate $gate): JsonResponse
    {
        $gate->restore();

        return new JsonResponse(GateResource::of($gate));
    }

    /** Who is on the list, by name; those inside, those still missing, or all. */
    public function entries(GateEntriesRequest $request, Gate $gate): JsonResponse
    {
        $query = $gate->entries()->with('standing')->orderBy('name')->orderBy('id');
        match ($request->validated('state')) {
            'missing' => $query->whereDoesntHave('standing'),
            'inside' => $query->whereHas('standing'),
            default => null,
        };
        $total = (clone $query)->count();
        $entries = $query->offset($request->integer('from'))->limit($request->integer('limit', 100))->get();

        return new JsonResponse(['data' => $entries->map(GateResource::entry(...))->values(), 'total' => $total]);
    }

    /** The newest admissions, undone ones among them. */
    public function admissions(Gate $gate): JsonResponse
    {
        $latest = $gate->admissions()->with('entry.standing')->orderByDesc('admitted_at')->limit(self::LATEST)->get();

        return new JsonResponse(['data' => $latest->map(static fn (GateAdmission $admission): array => [
            ...(array) GateResource::admission($admission),
            'entry' => GateResource::entry($admission->entry),
        ])->values()]);
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
