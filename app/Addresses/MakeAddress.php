<?php

declare(strict_types=1);

namespace App\Addresses;

use App\Keys\SigningSecret;
use App\Models\Key;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Config;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Address\AddressSignature;
use KeenGlyph\Core\Address\InvalidAddress;
use KeenGlyph\Core\Address\PictureAddress;
use KeenGlyph\Core\Image\PictureFormat;

/** Writes the address of a picture; what mail programs fill in stays open. */
final class MakeAddress
{
    /**
     * @param  array<string, string>  $values  by the names of an address
     * @param  list<string>  $open
     * @return array{url: string, parts: list<array{text?: string, open?: string}>, expires_at: ?string}
     *
     * @throws ValidationException
     */
    public function __invoke(Key $key, array $values, PictureFormat $format, array $open = [], ?Carbon $expires = null, bool $isSigned = true): array
    {
        $said = [...$values, 'key' => (string) $key->public, ...($expires === null ? [] : ['exp' => (string) $expires->getTimestamp()])];
        foreach ($open as $name) {
            $said += [$name => ''];
        }
        if ($open !== []) {
            $said[AddressSignature::OPEN] = implode(',', $open);
        }
        try {
            $url = (new PictureAddress(Config::string('app.url')))->composed($said, $format, $isSigned ? SigningSecret::of($key) : null);
        } catch (InvalidAddress $e) {
            throw ValidationException::withMessages(['text' => [$e->getMessage()]]);
        }

        return ['url' => $url, 'parts' => self::parts($url, $open), 'expires_at' => $expires?->toIso8601ZuluString()];
    }

    /**
     * The address in pieces, with a gap where each open value goes.
     *
     * @param  list<string>  $open
     * @return list<array{text?: string, open?: string}>
     */
    private static function parts(string $url, array $open): array
    {
        [$path, $query] = explode('?', $url, 2);
        $parts = [];
        $text = $path.'?';
        foreach (explode('&', $query) as $i => $pair) {
            $name = rawurldecode(explode('=', $pair, 2)[0]);
            $text .= $i === 0 ? '' : '&';
            if (in_array($name, $open, true)) {
                array_push($parts, ['text' => $text.rawurlencode($name).'='], ['open' => $name]);
                $text = '';
            } else {
                $text .= $pair;
            }
        }

        return $text === '' ? $parts : [...$parts, ['text' => $text]];
    }
}
