<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Workspace;
use App\Support\Current;
use Closure;
use Illuminate\Support\Facades\Config;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Degrade\InvalidDevice;
use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Gs1\InvalidElements;
use KeenGlyph\Core\Payload\Amount;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;

/** What a workspace may set; an empty value goes back to the default. */
final class WorkspaceRequest extends ApiRequest
{
    /** Devices of its own beside those that come with the bench. */
    private const DEVICES = 12;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'chat_template' => ['nullable', 'string', 'max:300', self::template(...)],
            'region' => ['nullable', 'string', 'regex:/^([A-Z]{2})?$/D', self::region(...)],
            'gs1_domain' => ['nullable', 'string', 'max:300', self::domain(...)],
            'proof_require' => ['nullable', 'string', 'max:2000', ProofRequest::requirement(...)],
            'zone' => ['sometimes', 'filled', 'string', 'timezone:all'],
            'ask_before_leaving' => ['sometimes', 'boolean'],
            'short_base' => ['nullable', 'string', 'max:270', fn (string $attribute, mixed $value, Closure $fail) => $this->base($value, $fail)],
            'trail_days' => ['nullable', 'integer', 'between:30,3650'],
            'own_hosts' => ['nullable', 'array', 'list', 'max:50'],
            'own_hosts.*' => ['string', 'max:253', 'regex:/^(?=.{1,253}$)[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?(?:\.[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?)+$/D'],
            'proof_devices' => ['nullable', 'array', 'list', 'max:'.self::DEVICES],
            'proof_devices.*' => [self::device(...)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['trail_days' => 'Trails are kept 30 to 3650 days, or for good.', 'zone' => 'A zone is a name such as Europe/London.', 'own_hosts.*' => 'A host is a name such as shop.fennmoor.example, in small letters.', 'proof_devices.max' => 'A workspace has at most '.self::DEVICES.' devices of its own.', 'region.regex' => 'A country is two capital letters, such as GB.'];
    }

    /**
     * @return list<array<string, mixed>> with every figure
     *
     * @throws ValidationException when two have one name
     */
    public function devices(): array
    {
        $devices = array_map(static fn (mixed $one): array => DeviceModel::of((array) $one)->toArray(), array_values((array) $this->input('proof_devices')));
        if (count(array_unique(array_column($devices, 'id'))) < count($devices)) {
            throw ValidationException::withMessages(['proof_devices' => ['Two devices have the same id. Each needs one of its own.']]);
        }

        return $devices;
    }

    /** A host of its own that nobody else has, and that is not the application's. */
    private function base(mixed $value, Closure $fail): void
    {
        if (! is_string($value) || $value === '') {
            return;
        }
        $host = parse_url($value, PHP_URL_HOST);
        if (preg_match('#^https?://(?=[^:]{1,253}(?::|$))[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?(?:\.[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?)+(?::\d{1,5})?$#D', $value) !== 1 || ! is_string($host)) {
            $fail('A host of your own is written as https://go.fennmoor.example, in small letters and with nothing behind it.');
        } elseif ($host === parse_url(Config::string('app.url'), PHP_URL_HOST) || filter_var($host, FILTER_VALIDATE_IP) !== false) {
            $fail('This is where the application itself is. Leave the field empty to use it.');
        } elseif (Workspace::query()->where('short_host', $host)->whereKeyNot(Current::workspace($this)->id)->exists()) {
            $fail('Another workspace has this host already.');
        }
    }

    private static function device(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            $device = is_array($value) ? DeviceModel::of($value) : throw new InvalidDevice('id', 'A device is an object with all its figures.');
            if (isset(Devices::all()[$device->id])) {
                $fail("The bench has a device $device->id already. Give this one another id.");
            }
        } catch (InvalidDevice $e) {
            $fail($e->getMessage());
        }
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
