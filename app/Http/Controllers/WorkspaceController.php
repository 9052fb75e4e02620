<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Http\Requests\WorkspaceRequest;
use App\Models\Workspace;
use App\Support\Current;
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

    public function update(WorkspaceRequest $request): JsonResponse
    {
        $workspace = Current::workspace($request);
        Gate::authorize('update', $workspace);
        $given = $request->validated();
        $requires = array_key_exists('proof_require', $given) ? ['proof_require' => $given['proof_require'] ?? ''] : [];
        $workspace->update([...array_map(static fn (mixed $value): mixed => $value === '' ? null : $value, $given), ...$requires]);
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
            'defaults' => ['chat_template' => Context::CHAT_TEMPLATE, 'gs1_domain' => Context::GS1_DOMAIN],
        ];
    }
}
