<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Addresses\AddressValues;
use App\Addresses\RefusedAddress;
use App\Composition\CompositionInput;
use App\Http\Requests\PageTokenRequest;
use App\Keys\KeySort;
use App\Keys\PageToken;
use App\Models\Ability;
use App\Models\Key;
use App\Support\Current;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Config;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Address\InvalidAddress;
use KeenGlyph\Core\Address\PictureAddress;
use KeenGlyph\Core\Address\PictureQuery;
use KeenGlyph\Core\Image\PictureFormat;

/** Gives a host's server what its page may have: a token for one code, for reading, or for one gate, for a short time. */
final class PageTokenController
{
    public function __invoke(PageTokenRequest $request): JsonResponse
    {
        $membership = Current::membership($request);
        $may = Ability::from((string) $request->validated('may'));
        $key = $this->key($request);
        if (! $membership->may($may) || ! $key->can($may->value)) {
            throw new AuthorizationException("This key may not do that: it lacks the ability {$may->value}.");
        }
        $gate = $request->validated('gate');
        if (is_string($gate) && ! $membership->workspace->gates()->whereKey($gate)->exists()) {
            throw ValidationException::withMessages(['gate' => ['There is no such gate in this workspace.']]);
        }
        $draws = $may === Ability::Draw ? $this->checked($request) : null;
        $token = PageToken::make($key, [$may->value], $request->integer('seconds', 300), $draws, is_string($gate) ? $gate : null);
        if (strlen($token) > PageToken::LONGEST) {
            throw ValidationException::withMessages(['text' => ['This is too long for a page token. Save it as a glyph and use its address.']]);
        }

        return new JsonResponse([
            'token' => $token,
            'expires_at' => Carbon::createFromTimestamp(PageToken::expiry($token))->toIso8601ZuluString(),
            'url' => $draws === null ? null : (new PictureAddress(Config::string('app.url')))->ofToken($token, PictureFormat::Svg),
        ], 201);
    }

    /** The secret key that asks, or the one that a person names. */
    private function key(PageTokenRequest $request): Key
    {
        $own = Current::user($request)->currentAccessToken();
        if ($own instanceof Key) {
            return $own;
        }
        $named = $request->validated('key');
        $key = $named === null ? null : Current::workspace($request)->keys()->whereKey((int) $named)->first();
        if ($key === null || $key->sort !== KeySort::Secret || ! $key->isLive()) {
            throw ValidationException::withMessages(['key' => ['Name the secret key that the token shall belong to.']]);
        }

        return $key;
    }

    /**
     * What it draws, tried once, so that what cannot be drawn is said here and not in the page.
     *
     * @return array<string, string>
     */
    private function checked(PageTokenRequest $request): array
    {
        $drawn = $request->drawn();
        $workspace = Current::workspace($request);
        try {
            $query = PictureQuery::of($drawn);
            [$finish] = AddressValues::finish($query, $workspace);
        } catch (InvalidAddress|RefusedAddress $e) {
            throw ValidationException::withMessages([$e instanceof InvalidAddress ? 'text' : 'finish' => [$e->getMessage()]]);
        }
        (new CompositionInput([...AddressValues::given($query), ...($finish === null ? [] : ['finish' => $finish])]))->compose($workspace->payloadContext());

        return $drawn;
    }
}
