<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Resolver\Identifier;
use Closure;
use Illuminate\Support\Carbon;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Gs1\InvalidElements;
use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\ResolverEntry;
use KeenGlyph\Core\Route\Target;

/** A link behind an identifier. */
final class ResolverLinkRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $needed = $this->isMethod('POST') ? 'required' : 'sometimes';

        return [
            ...($needed === 'required' ? ['path' => ['required', 'string', 'max:300', 'not_regex:/[\x00-\x20\x7F]/']] : []),
            'type' => [$needed, 'filled', Rule::in(ResolverEntry::TYPES)],
            'href' => [$needed, 'filled', 'string', 'max:2000', self::link(...)],
            'title' => [$needed, 'filled', 'string', 'max:200', 'regex:/\S/u', 'not_regex:/[\x00-\x1F]/'],
            'language' => ['nullable', 'string', 'regex:/^[A-Za-z]{2,3}(?:-[A-Za-z0-9]{1,8}){0,3}$/D'],
            'media' => ['nullable', 'string', 'max:80', 'regex:#^[a-z]+/[a-z0-9.+-]+$#D'],
            'default' => ['sometimes', 'boolean'],
            'recall' => ['sometimes', 'boolean'],
            'ends_at' => ['nullable', 'string', self::MOMENT, 'date'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['path' => 'Give the identifier as a path, such as /01/09520123456788/10/H26-07.', 'type' => 'A link type is one of GS1’s vocabulary, such as pip, instructions, recallStatus.', 'href' => 'Write the link.', 'title' => 'Give it a title.', 'language' => 'A language is a tag such as cy or en-GB.', 'media' => 'A media type is such as text/html.', 'ends_at' => 'Give the end with its zone, such as 2027-10-31T18:00:00Z.'];
    }

    /** @throws ValidationException when the identifier breaks GS1's rules */
    public function identifier(): Identifier
    {
        try {
            return Identifier::of($this->string('path')->toString());
        } catch (InvalidElements $e) {
            throw ValidationException::withMessages(['path' => [$e->getMessage()]]);
        }
    }

    /** @return array<string, mixed> */
    public function fields(): array
    {
        $given = $this->validated();
        $fields = array_intersect_key($given, array_flip(['type', 'href', 'title', 'language', 'media']));
        $ends = $given['ends_at'] ?? null;

        return [
            ...array_map(static fn (mixed $value): mixed => $value === '' ? null : $value, $fields), ...(array_key_exists('default', $given) ? ['is_default' => (bool) $given['default']] : []), ...(array_key_exists('recall', $given) ? ['is_recall' => (bool) $given['recall']] : []),
            ...(array_key_exists('ends_at', $given) ? ['ends_at' => is_string($ends) && $ends !== '' ? Carbon::parse($ends) : null] : []),
        ];
    }

    private static function link(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            if (! in_array(strtolower((string) strstr(Target::of(['link' => $value])->content, ':', true)), ['http', 'https'], true)) {
                $fail('A resolver leads to web links: https://fennmoor.example/jar.');
            }
        } catch (InvalidRoute $e) {
            $fail($e->getMessage());
        }
    }
}
