<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Composition\CompositionInput;
use App\Composition\SavedFinish;
use App\Models\Glyph;
use App\Support\Current;
use Closure;
use Illuminate\Contracts\Validation\Validator;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Degrade\InvalidDevice;
use KeenGlyph\Core\Proof\InvalidRequirement;
use KeenGlyph\Core\Proof\ProofPlan;
use KeenGlyph\Core\Proof\Requirement;

/** What `POST /api/v1/proofs` takes: a saved glyph or a composition, and what is to be looked at. */
final class ProofRequest extends ApiRequest
{
    /** Devices that one proof looks at. */
    private const DEVICES = 24;

    /** Keys of a composition that say how it is sent, which a proof has no use for. */
    private const SENT = ['format' => 1, 'inline' => 1, 'check' => 1, 'anatomy' => 1, 'cmyk' => 1];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...array_diff_key((new ComposeRequest)->rules(), self::SENT),
            'glyph' => ['nullable', 'uuid', 'prohibits:text,fields'],
            'require' => ['nullable', 'string', 'max:2000', self::requirement(...)],
            'devices' => ['nullable', 'array', 'list', 'max:'.self::DEVICES],
            'conditions' => ['nullable', 'array', 'list', 'max:20'],
            'seed' => ['nullable', 'integer', 'between:0,1000000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...ComposeRequest::words(), 'glyph.prohibits' => 'Give either a glyph or what a new one says.', 'seed.between' => 'A seed is 0 to 1 000 000.'];
    }

    public function after(): array
    {
        return [...parent::after(), function (Validator $validator): void {
            if (! $this->filled('glyph')) {
                $this->demandText($validator);
            }
        }];
    }

    /** Whether a text says what can be required. */
    public static function requirement(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            Requirement::parse(is_string($value) ? $value : '');
        } catch (InvalidRequirement $e) {
            $fail($e->getMessage());
        }
    }

    /** @throws ValidationException when the workspace has no such glyph */
    public function glyph(): ?Glyph
    {
        $id = $this->validated('glyph');
        if (! is_string($id)) {
            return null;
        }

        return (Str::isUuid($id) ? Current::workspace($this)->glyphs()->whereKey($id)->first() : null) ?? throw ValidationException::withMessages(['glyph' => ['There is no such glyph in this workspace.']]);
    }

    /**
     * What is composed, as the composer takes it.
     *
     * @return array<string, mixed>
     */
    public function given(?Glyph $glyph): array
    {
        if ($glyph !== null) {
            return $glyph->given();
        }
        $given = array_diff_key($this->validated(), ['glyph' => 1, 'require' => 1, 'devices' => 1, 'conditions' => 1, 'seed' => 1, 'finish_id' => 1]);
        $own = array_filter(['fields' => $this->input('fields'), 'finish' => $this->input('finish')], static fn (mixed $value): bool => $value !== null);

        return array_diff_key(SavedFinish::within(Current::workspace($this), [...$given, ...$own, 'finish_id' => $this->validated('finish_id')]), ['finish_id' => 1]);
    }

    /** @param  array<string, mixed>  $given */
    public function composition(array $given): Composition
    {
        return (new CompositionInput($given))->compose(Current::workspace($this)->payloadContext());
    }

    /** Those that were named, by name or with all their figures; else the bench's and the workspace's own. */
    private function devices(): mixed
    {
        $own = array_column(Current::workspace($this)->proof_devices, null, 'id');
        $given = $this->input('devices');
        if (is_array($given) && $given !== []) {
            return array_map(static fn (mixed $one): mixed => is_string($one) ? $own[$one] ?? $one : $one, $given);
        }

        return $own === [] ? null : [...array_keys(Devices::all()), ...array_values($own)];
    }

    /** @throws ValidationException */
    public function plan(): ProofPlan
    {
        $require = $this->exists('require') ? $this->string('require')->toString() : Current::workspace($this)->proof_require;
        try {
            return ProofPlan::from($this->devices(), $this->input('conditions'), $require);
        } catch (InvalidDevice $e) {
            throw ValidationException::withMessages(['devices' => [$e->getMessage()]]);
        } catch (InvalidRequirement $e) {
            throw ValidationException::withMessages([is_array($this->input('conditions')) ? 'conditions' : 'devices' => [$e->getMessage()]]);
        }
    }
}
