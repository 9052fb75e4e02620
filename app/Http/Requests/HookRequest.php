<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Hooks\HookEvent;
use App\Hooks\Target;
use App\Hooks\UnsafeTarget;
use Closure;
use Illuminate\Support\Facades\Config;
use Illuminate\Validation\Rule;

/** Where a hook is sent and of what it is told; on a change only what changes. */
final class HookRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $required = $this->isMethod('POST') ? 'required' : 'filled';

        return [
            'name' => [$required, 'string', 'max:120', 'regex:/\S/u'],
            'url' => [$required, 'string', 'max:2000', self::target(...)],
            'events' => [$required, 'array', 'list', 'min:1', 'max:20'],
            'events.*' => ['distinct', Rule::in(HookEvent::names())],
            ...($this->isMethod('POST') ? [] : ['paused' => ['nullable', 'boolean']]),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Say what is told.',
            'name.regex' => 'Say what is told.',
            'url.required' => 'Give the address that is told, such as https://hooks.fennmoor.example/codes.',
            'events.required' => 'Choose what it is told of.',
            'events.min' => 'Choose what it is told of.',
            'events.*.in' => 'There is no such event. There are: '.implode(', ', HookEvent::names()).'.',
        ];
    }

    private static function target(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            /** @var list<string> $allowed */
            $allowed = Config::array('keen.hooks.allowed');
            is_string($value) && Target::of($value, $allowed);
        } catch (UnsafeTarget $e) {
            // A name that cannot be looked up now may be known by the time that something is sent.
            str_contains($e->getMessage(), 'has no address') || $fail($e->getMessage());
        }
    }
}
