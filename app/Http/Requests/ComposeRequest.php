<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Composition\CompositionInput;
use App\Composition\SavedFinish;
use App\Support\Current;
use Illuminate\Validation\Rule;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Proof\Printing;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\ModeChoice;

/** What `POST /api/v1/symbols` takes. */
final class ComposeRequest extends ApiRequest
{
    private const ONE_SIZE = 'Give one of module_px, size_px, size_mm and size_in.';

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...self::options(),
            ...self::payload(),
            'name' => ['nullable', 'string', 'max:120'],
            'version' => ['nullable', 'integer', 'between:1,40'],
            'mask' => ['nullable', 'integer', 'between:0,7'],
            'charset' => ['nullable', Rule::enum(CharacterSet::class)],
            'size_in' => ['nullable', 'numeric', 'gt:0', 'max:400', 'prohibits:module_px,size_px,size_mm'],
            'reserve' => ['nullable', 'numeric', 'between:0,0.9'],
            'cmyk' => ['nullable', 'boolean'],
            'anatomy' => ['nullable', 'boolean'],
            'format' => ['nullable', Rule::enum(PictureFormat::class)],
            'inline' => ['nullable', Rule::in(['markup', 'data_uri'])],
            'check' => ['nullable', 'boolean'],
            'as_is' => ['nullable', 'boolean'],
            'whole_dots' => ['nullable', 'boolean'],
        ];
    }

    /**
     * A text, or fields of a kind in its place.
     *
     * @return array<string, list<mixed>>
     */
    public static function payload(): array
    {
        return [
            'text' => ['prohibits:fields', 'string', 'max:7089'],
            'fields' => ['array', 'max:64'],
            'merge' => ['nullable', 'array', 'max:64'],
            'merge.*' => ['string', 'max:2000'],
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
            'level' => ['nullable', Rule::enum(ErrorCorrectionLevel::class)],
            'lift' => ['nullable', 'boolean'],
            'modes' => ['nullable', Rule::enum(ModeChoice::class)],
            'module_px' => ['nullable', 'integer', 'between:1,256', 'prohibits:size_px,size_mm'],
            'size_px' => ['nullable', 'integer', 'between:21,8192', 'prohibits:module_px,size_mm'],
            'size_mm' => ['nullable', 'numeric', 'gt:0', 'max:10000', 'prohibits:module_px,size_px'],
            'dpi' => ['nullable', 'numeric', 'between:1,4800'],
            'print' => ['nullable', Rule::enum(Printing::class)],
            'distance_mm' => ['nullable', 'integer', 'between:20,100000'],
            // Checked key by key by the core, which knows them.
            'finish' => ['nullable', 'array'],
            'finish_id' => ['nullable', 'uuid'],
            'quiet' => ['nullable', 'integer', 'between:0,40'],
            'dark' => ['nullable', 'string', 'regex:/^#[0-9a-f]{6}$/iD'],
            'light' => ['nullable', 'string', 'regex:/^#[0-9a-f]{6}$/iD'],
        ];
    }

    public function after(): array
    {
        return [...parent::after(), $this->demandText(...)];
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
            'merge.*.string' => 'A merge field’s value is text.',
            'text.required_without' => 'Write the text that the symbol should carry.',
            'text.prohibits' => 'Give either a text or fields.',
            'fields.array' => 'Fields are an object with a value by each name.',
            'fields.max' => 'No kind has so many fields.',
            'text.max' => 'No symbol holds more than 7 089 characters, and only of digits.',
            'module_px.prohibits' => self::ONE_SIZE,
            'size_px.prohibits' => self::ONE_SIZE,
            'size_mm.prohibits' => self::ONE_SIZE,
            'size_in.prohibits' => self::ONE_SIZE,
            'finish.array' => 'A finish is an object such as {"shape": "disc"}.',
            'reserve.between' => 'The reserve is 0 to 0.9 of the correction.',
            'dpi.between' => 'The resolution is 1 to 4 800 dots an inch.',
            'distance_mm.between' => 'The distance is 20 to 100 000 mm.',
            'size_mm.max' => 'The picture is at most 10 000 mm wide.',
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
        // Fields are checked by their kind and a finish by the core, which know their names: the rules here would drop them.
        $workspace = Current::workspace($this);
        $given = [...$this->validated(), 'fields' => $this->input('fields'), 'finish' => $this->input('finish')];

        return (new CompositionInput(SavedFinish::within($workspace, $given)))->compose($workspace->payloadContext());
    }
}
