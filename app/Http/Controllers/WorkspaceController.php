<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Http\Requests\WorkspaceRequest;
use App\Models\Workspace;
use App\Support\Current;
use App\Waypoints\SaveWaypoint;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use KeenGlyph\Core\Payload\Context;

/** What the signed-in workspace sets once for its payloads. */
final class WorkspaceController
{
    public function show(Request $request): JsonResponse
    {
        return new JsonResponse(self::resource(Current::workspace($request)));
    }

    public function update(WorkspaceRequest $request, SaveWaypoint $waypoints): JsonResponse
    {
        $workspace = Current::workspace($request);
        Gate::authorize('update', $workspace);
        $given = $request->validated();
        $requires = [...(array_key_exists('proof_require', $given) ? ['proof_require' => $given['proof_require'] ?? ''] : []), ...(array_key_exists('proof_devices', $given) ? ['proof_devices' => $request->devices()] : [])];
        $workspace->update([...array_map(static fn (mixed $value): mixed => $value === '' ? null : $value, array_diff_key($given, ['proof_devices' => 1])), ...$requires, ...(array_key_exists('own_hosts', $given) ? ['own_hosts' => $given['own_hosts'] ?? []] : [])]);
        if ($workspace->wasChanged('short_base')) {
            $workspace->update(['short_host' => $workspace->short_base === null ? null : parse_url($workspace->short_base, PHP_URL_HOST)]);
            $waypoints->workspaceChanged($workspace);
        } elseif ($workspace->wasChanged(['ask_before_leaving', 'own_hosts'])) {
            $waypoints->workspaceChanged($workspace);
        }
        DomainEvent::record(Fact::WorkspaceChanged, $workspace->id, $workspace->id);

        return new JsonResponse(self::resource($workspace));
    }

    /** @return array<string, mixed> */
    private static function resource(Workspace $workspace): array
    {
        return [
            'id' => $workspace->id,
            'name' => $workspace->name,
            'chat_template' => $workspace->chat_template,
            'region' => $workspace->region,
            'gs1_domain' => $workspace->gs1_domain,
            'proof_require' => $workspace->proof_require,
            'proof_devices' => $workspace->proof_devices,
            'zone' => $workspace->zone,
            'ask_before_leaving' => $workspace->ask_before_leaving,
            'own_hosts' => $workspace->own_hosts,
            'trail_days' => $workspace->trail_days,
            'short_base' => $workspace->short_base,
            'defaults' => ['chat_template' => Context::CHAT_TEMPLATE, 'gs1_domain' => Context::GS1_DOMAIN],
        ];
    }
}
