<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use App\Http\Requests\ProofListRequest;
use App\Http\Requests\ProofRequest;
use App\Http\Requests\SampleRequest;
use App\Http\Resources\ProofResource;
use App\Models\Proof;
use App\Proofs\FoundCells;
use App\Proofs\KeptPlan;
use App\Proofs\LookAtSample;
use App\Proofs\StartProof;
use App\Support\Current;
use App\Support\Keyset;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Degrade\Devices;

/** Simulated devices look at compositions: in the queue, cell by cell. */
final class ProofController
{
    /** Devices and conditions that a proof can look at. */
    public function options(): JsonResponse
    {
        return new JsonResponse([
            'devices' => array_values(array_map(static fn (DeviceModel $device): array => $device->toArray(), Devices::all())),
            'conditions' => array_map(static fn (Condition $condition): array => [
                'id' => $condition->value, 'label' => $condition->label(), 'unit' => $condition->unit(), 'says' => $condition->says(), 'harder_below' => $condition->isHarderBelow(),
                'usual' => in_array($condition, Condition::USUAL, true),
            ], Condition::cases()),
        ]);
    }

    public function index(ProofListRequest $request): JsonResponse
    {
        $proofs = Current::workspace($request)->proofs();
        $glyph = $request->validated('glyph');
        [$page, $next] = $request->page(is_string($glyph) ? $proofs->where('glyph_id', $glyph) : $proofs, Keyset::byTime('created_at'));

        $done = FoundCells::counted($page);

        return new JsonResponse(['data' => $page->map(static fn (Proof $proof): array => ProofResource::summary($proof, $done[$proof->id] ?? 0)), 'next_cursor' => $next]);
    }

    public function store(ProofRequest $request, StartProof $start): JsonResponse
    {
        $glyph = $request->glyph();
        $given = $request->given($glyph);
        $proof = $start->start(Current::workspace($request), $glyph, $request->composition($given), $given, $request->plan(), $request->integer('seed', 1));

        return (new JsonResponse(ProofResource::of($proof->refresh()), 202))->header('Location', "/api/v1/proofs/{$proof->id}");
    }

    public function show(Proof $proof): JsonResponse
    {
        return new JsonResponse(ProofResource::of($proof));
    }

    /** What was found so far stays. */
    public function cancel(Proof $proof): JsonResponse
    {
        return new JsonResponse(ProofResource::of($proof->stopped()));
    }

    public function destroy(Proof $proof): Response
    {
        $proof->delete();

        return new Response('', 204);
    }

    public function sample(SampleRequest $request, Proof $proof, LookAtSample $look): JsonResponse
    {
        foreach (KeptPlan::of($proof)->devices as $device) {
            if ($device->id === $request->validated('device')) {
                return new JsonResponse($look->look($proof, $device, Condition::from($request->string('condition')->toString()), $request->float('figure'), $request->integer('seed')));
            }
        }

        return Problems::invalid(['device' => ['This proof does not look at such a device.']], $request);
    }
}
