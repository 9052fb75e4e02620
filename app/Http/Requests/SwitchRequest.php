<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which of one's workspaces the session shall be in. */
final class SwitchRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['workspace_id' => ['required', 'uuid']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['workspace_id.required' => 'Name the workspace.', 'workspace_id.uuid' => 'Name the workspace by its identifier.'];
    }
}
