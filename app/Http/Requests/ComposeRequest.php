<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Composition\Composition;
use App\Support\CurrentUser;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\Level;

/** What `POST /api/v1/symbols` takes. */
final class ComposeRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...self::options(),
            ...self::payload('required'),
            'name' => ['nullable', 'string', 'max:120'],
            'version' => ['nullable', 'integer', 'between:1,40'],
            'mask' => ['nullable', 'integer', 'between:0,7'],
            'charset' => ['nullable', Rule::enum(CharacterSet::class)],
            'dpi' => ['nullable', 'numeric', 'between:1,4800'],
            'format' => ['nullable', Rule::in(['svg', 'png'])],
            'inline' => ['nullable', Rule::in(['markup', 'data_uri'])],
            'check' => ['nullable', 'boolean'],
        ];
    }

    /**
     * A text, or fields of a kind in its place.
     *
     * @param  'required'|'filled'  $need
     * @return array<string, list<mixed>>
     */
    public static function payload(string $need): array
    {
        return [
            'text' => [$need === 'required' ? 'required_without:fields' : 'filled', 'prohibits:fields', 'string', 'max:7089'],
            'fields' => ['array', 'max:64'],
        ];
    }

    /**
     * Options that a glyph keeps as well.
     *
     * @return array<string, list<mixed>>
     */
    public static function options(): array
    {
        return [
            'kind' => ['nullable', Rule::enum(Kind::class)],
            'level' => ['nullable', Rule::enum(Level::class)],
            'lift' => ['nullable', 'boolean'],
            'module_px' => ['nullable', 'integer', 'between:1,256', 'prohibits:size_px'],
            'size_px' => ['nullable', 'integer', 'between:21,8192', 'prohibits:module_px'],
            'quiet' => ['nullable', 'integer', 'between:0,40'],
            'dark' => ['nullable', 'string', 'regex:/^#[0-9a-f]{6}$/iD'],
            'light' => ['nullable', 'string', 'regex:/^#[0-9a-f]{6}$/iD'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return self::words();
    }

    /** @return array<string, string> */
    public static function words(): array
    {
        return [
            'text.required_without' => 'Write the text that the symbol should carry.',
            'text.prohibits' => 'Give either a text or fields.',
            'fields.array' => 'Fields are an object with a value by each name.',
            'fields.max' => 'No kind has so many fields.',
            'text.max' => 'No symbol holds more than 7 089 characters, and only of digits.',
            'module_px.prohibits' => 'Give either module_px or size_px.',
            'size_px.prohibits' => 'Give either module_px or size_px.',
            'dark.regex' => 'A colour is # and six hexadecimal digits, such as #14201C.',
            'light.regex' => 'A colour is # and six hexadecimal digits, such as #FCFDFB.',
            'name.required' => 'Give the glyph a name.',
            'name.max' => 'A name has at most 120 characters.',
            'quiet.between' => 'The quiet zone is 0 to 40 modules wide; 4 is the standard.',
            'module_px.between' => 'A module is 1 to 256 pixels wide.',
            'size_px.between' => 'The picture is 21 to 8 192 pixels wide.',
        ];
    }

    public function composition(): Composition
    {
        // Fields are checked by their kind, which knows their names: the rules here would drop them.
        return Composition::fromArray([...$this->validated(), 'fields' => $this->input('fields')], CurrentUser::of($this)->workspace->payloadContext());
    }
}
