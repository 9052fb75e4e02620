<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Gs1\InvalidElements;
use KeenGlyph\Core\Payload\Amount;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;

/** What a workspace may set; an empty value goes back to the default. */
final class WorkspaceRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'chat_template' => ['nullable', 'string', 'max:300', self::template(...)],
            'region' => ['nullable', 'string', 'regex:/^([A-Z]{2})?$/D', self::region(...)],
            'gs1_domain' => ['nullable', 'string', 'max:300', self::domain(...)],
            'proof_require' => ['nullable', 'string', 'max:2000', ProofRequest::requirement(...)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['region.regex' => 'A country is two capital letters, such as GB.'];
    }

    private static function template(string $attribute, mixed $value, Closure $fail): void
    {
        if (! is_string($value) || $value === '') {
            return;
        }
        foreach (Payloads::build(Kind::Chat, ['number' => '+442079460123', 'template' => $value])->errors() as $problem) {
            $fail($problem->message);
        }
    }

    private static function region(string $attribute, mixed $value, Closure $fail): void
    {
        if (is_string($value) && $value !== '' && ! Amount::isCountry($value)) {
            $fail("“{$value}” is no country of ISO 3166-1.");
        }
    }

    private static function domain(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            if (is_string($value) && $value !== '') {
                DigitalLink::of(ElementString::parse('(01)09520123456788'), $value);
            }
        } catch (InvalidElements $e) {
            $fail($e->getMessage());
        }
    }
}
