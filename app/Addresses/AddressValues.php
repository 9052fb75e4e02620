<?php

declare(strict_types=1);

namespace App\Addresses;

use App\Http\Requests\ComposeRequest;
use App\Models\Workspace;
use Illuminate\Support\Arr;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use KeenGlyph\Core\Address\PictureQuery;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\ModeChoice;

/** What an address says, as the composer takes it. */
final class AddressValues
{
    /** Names that an address knows beside those of what is drawn, and `f.…` and `m.…`. */
    private const CONTROL = ['key', 'token', 'sig', 'exp', 'open', 'download', 'finish'];

    private const FIELD = 'f.';

    /** What each name can have: a word for its sort, the values of an enum, or a range. The rest is the composer's to say. */
    private const KNOWN = [
        'text' => 'text', 'name' => 'text', 'lift' => 'flag', 'cmyk' => 'flag', 'dark' => 'colour', 'light' => 'colour',
        'kind' => ['enum' => Kind::class], 'level' => ['enum' => ErrorCorrectionLevel::class], 'modes' => ['enum' => ModeChoice::class], 'charset' => ['enum' => CharacterSet::class],
        'module_px' => ['whole' => true, 'from' => 1, 'to' => 256], 'size_px' => ['whole' => true, 'from' => 21, 'to' => 8192], 'size_mm' => ['whole' => false, 'from' => 0.1, 'to' => 10_000],
        'dpi' => ['whole' => false, 'from' => 1, 'to' => 4800], 'quiet' => ['whole' => true, 'from' => 0, 'to' => 40], 'version' => ['whole' => true, 'from' => 1, 'to' => 40], 'mask' => ['whole' => true, 'from' => 0, 'to' => 7],
    ];

    private const MERGE = 'm.';

    /**
     * @return array<string, mixed> without the finish
     *
     * @throws RefusedAddress 422 when a name is unknown or a value is none that it can have
     */
    public static function given(PictureQuery $query): array
    {
        $values = [];
        foreach ($query->values as $name => $value) {
            if (isset(self::KNOWN[$name])) {
                $values[$name] = self::checked($name, $value);
            } elseif (! in_array($name, self::CONTROL, true) && ! str_starts_with($name, self::FIELD) && ! str_starts_with($name, self::MERGE)) {
                throw RefusedAddress::wrong("An address knows no “{$name}”.");
            }
        }
        if (count(array_intersect_key($values, ['module_px' => 1, 'size_px' => 1, 'size_mm' => 1])) > 1) {
            throw RefusedAddress::wrong('Give one of module_px, size_px and size_mm.');
        }
        $fields = $query->within(self::FIELD);
        if (($values['text'] ?? '') === '' && $fields === []) {
            throw RefusedAddress::wrong('There is no text yet.');
        }

        return [...$values, ...($fields === [] ? [] : ['fields' => Arr::undot($fields)]), 'merge' => $query->within(self::MERGE)];
    }

    /** @throws RefusedAddress 422 when the value is none that this name can have */
    private static function checked(string $name, string $value): string
    {
        $known = self::KNOWN[$name];
        $isFine = match (true) {
            is_string($known) && $known !== 'text' => $known === 'colour' ? preg_match('/^#[0-9a-f]{6}$/iD', $value) === 1 : in_array($value, ['0', '1', 'true', 'false'], true),
            is_string($known) => $name === 'text' || trim($value) !== '',
            isset($known['enum']) => $known['enum']::tryFrom($value) !== null,
            default => is_numeric($value) && ($known['whole'] === false || preg_match('/^\d{1,9}$/D', $value) === 1) && (float) $value >= $known['from'] && (float) $value <= $known['to'],
        };
        if (! $isFine) {
            throw RefusedAddress::wrong(ComposeRequest::words()["{$name}.between"] ?? ComposeRequest::words()["{$name}.regex"] ?? "“{$name}” cannot have this value.");
        }

        return $value;
    }

    /**
     * What a body says, by the names of an address.
     *
     * @param  array<string, mixed>  $given
     * @return array<string, string>
     */
    public static function written(array $given): array
    {
        $values = [];
        foreach (array_intersect_key($given, [...self::KNOWN, 'finish' => 1]) as $name => $value) {
            if (is_scalar($value)) {
                $values[$name] = self::word($value);
            }
        }
        foreach ([self::FIELD => $given['fields'] ?? [], self::MERGE => $given['merge'] ?? []] as $prefix => $named) {
            foreach (is_array($named) ? Arr::dot($named) : [] as $name => $value) {
                if (is_scalar($value)) {
                    $values[$prefix.$name] = self::word($value);
                }
            }
        }

        return $values;
    }

    private static function word(bool|int|float|string $value): string
    {
        return is_bool($value) ? ($value ? '1' : '0') : (string) $value;
    }

    /**
     * The finish that an address names, of this workspace: as it is now, or one revision of it (`Jar label@3`).
     *
     * @return array{?array<string, mixed>, bool} the finish, and whether it will be the same for ever
     *
     * @throws RefusedAddress 422 when there is none
     */
    public static function finish(PictureQuery $query, Workspace $workspace): array
    {
        $named = $query->get('finish');
        if ($named === null) {
            return [null, true];
        }
        [$name, $revision] = preg_match('/^(.+)@(\d{1,9})$/Ds', $named, $match) === 1 ? [$match[1], (int) $match[2]] : [$named, null];
        $row = $revision === null
            ? DB::table('finishes')->where('workspace_id', $workspace->id)->whereRaw('lower(name) = lower(?)', [$name])->whereNull('deleted_at')->value('finish')
            : DB::table('finish_revisions as r')->join('finishes as f', 'f.id', 'r.finish_id')->where('f.workspace_id', $workspace->id)->whereRaw('lower(f.name) = lower(?)', [$name])->where('r.revision', $revision)->orderByRaw('f.deleted_at DESC NULLS FIRST')->value('r.finish');
        $finish = is_string($row) ? json_decode($row, true) : null;
        if (! is_array($finish)) {
            throw RefusedAddress::wrong($revision === null ? "There is no finish “{$name}”." : "There is no revision {$revision} of a finish “{$name}”.");
        }

        return [$finish, $revision !== null];
    }

    /**
     * The same for bodies that become an address.
     *
     * @return array<string, list<mixed>>
     */
    public static function rules(): array
    {
        return [
            ...array_intersect_key(ComposeRequest::options(), array_flip(['kind', 'level', 'lift', 'modes', 'module_px', 'size_px', 'size_mm', 'dpi', 'quiet', 'dark', 'light'])),
            'text' => ['string', 'max:7089'],
            'name' => ['string', 'max:120'],
            'version' => ['integer', 'between:1,40'],
            'mask' => ['integer', 'between:0,7'],
            'charset' => [Rule::enum(CharacterSet::class)],
            'cmyk' => ['boolean'],
        ];
    }
}
