<?php

declare(strict_types=1);

namespace App\Addresses;

use App\Keys\CallRefused;
use App\Keys\KeySort;
use App\Keys\Meter;
use App\Keys\PageToken;
use App\Keys\Refusal;
use App\Keys\SigningSecret;
use App\Models\Ability;
use App\Models\Glyph;
use App\Models\Key;
use App\Support\FileName;
use Illuminate\Support\Facades\DB;
use KeenGlyph\Core\Address\AddressSignature;
use KeenGlyph\Core\Address\PictureQuery;
use KeenGlyph\Core\Image\PictureFormat;

/** Finds out what an address draws, and whether whoever asks may have it. */
final readonly class FindPicture
{
    /** Seconds that a picture may be kept which follows a saved finish. */
    private const FOLLOWS = 60;

    public function __construct(private Meter $meter)
    {
    }

    /**
     * What the address itself says.
     *
     * @param  ?string  $origin  of the page that asks; null when no page does
     *
     * @throws RefusedAddress
     */
    public function composed(PictureQuery $query, PictureFormat $format, string $file, ?string $origin): AddressedPicture
    {
        $token = $query->get('token');

        return $token === null ? $this->ofKey($query, $format, $file, $origin) : $this->ofToken($token, $query, $format);
    }

    /**
     * A saved glyph: as it is now, or one revision of it.
     *
     * @throws RefusedAddress
     */
    public function saved(string $public, ?int $revision, PictureQuery $query, PictureFormat $format): AddressedPicture
    {
        $glyph = Glyph::query()->withTrashed()->where('public_token', $public)->first() ?? throw RefusedAddress::absent();
        if ($glyph->trashed()) {
            throw RefusedAddress::over('This code was deleted by its owner.');
        }
        $sizes = array_intersect_key($query->values, array_flip(['module_px', 'size_px', 'size_mm', 'dpi', 'cmyk']));
        if (array_diff_key($query->values, $sizes, ['download' => '']) !== []) {
            throw RefusedAddress::wrong('A saved code takes module_px, size_px, size_mm, dpi, cmyk and download, and nothing else.');
        }
        $given = $revision === null || $revision === $glyph->revision ? $glyph->given() : self::revisionOf($glyph, $revision);
        $size = $sizes === [] ? [] : array_diff_key(AddressValues::given($query->with('text', 'x')->with('download', null)), ['text' => '', 'merge' => '']);
        if (array_intersect_key($size, ['module_px' => 1, 'size_px' => 1, 'size_mm' => 1]) !== []) {
            $given = [...$given, 'module_px' => null, 'size_px' => null, 'size_mm' => null];
        }
        $given = [...$given, ...$size];
        $shown = $revision ?? $glyph->revision;

        return new AddressedPicture(
            PictureDigest::of(["{$glyph->id}-{$shown}", $size, $format->value]),
            $revision === null ? 0 : null,
            true,
            "glyph-{$public}",
            FileName::plain($glyph->name, "r{$shown}", $format->value),
            fn (): string => PictureDrawer::draw($given, $glyph->workspace->payloadContext(), $format, Glyph::LARGEST_SIDE),
        );
    }

    private function ofKey(PictureQuery $query, PictureFormat $format, string $file, ?string $origin): AddressedPicture
    {
        $key = Key::findPublishable($query->get('key') ?? throw RefusedAddress::malformed('The address names no key.')) ?? throw RefusedAddress::notAllowed('There is no such key: it has expired or was revoked.');
        $this->demandAbility($key);
        $isSigned = $query->get(AddressSignature::NAME) !== null;
        $isSigned ? $this->demandSignature($key, $query, $file) : $this->demandPage($key, $origin);
        OpenValues::demandFilled($query);
        $values = AddressValues::given($query);
        [$finish, $isForEver] = AddressValues::finish($query, $key->workspace);
        $given = $finish === null ? $values : [...$values, 'finish' => $finish];
        $expires = $query->get('exp');
        $holds = match (true) {
            $expires !== null => min($isForEver ? PHP_INT_MAX : self::FOLLOWS, (int) $expires - now()->getTimestamp()),
            // Fields become a text by settings of the workspace, which may change.
            ! $isForEver, isset($values['fields']) => self::FOLLOWS,
            default => null,
        };

        return $this->counted($key, $given, $format, $holds, $isSigned);
    }

    private function ofToken(string $text, PictureQuery $query, PictureFormat $format): AddressedPicture
    {
        $key = PageToken::key($text);
        if ($key?->pageToken === null) {
            throw PageToken::isOver($text) ? RefusedAddress::over('This code has run out. Ask for a new one.') : RefusedAddress::notAllowed('This token is none: it was changed, or its key was revoked.');
        }
        $this->demandAbility($key);
        $draws = $key->pageToken->draws ?? throw RefusedAddress::notAllowed('This token draws no code.');
        $sizes = array_intersect_key($query->values, array_flip(['module_px', 'size_px']));
        if (array_diff_key($query->values, $sizes, ['token' => '', 'download' => '']) !== []) {
            throw RefusedAddress::wrong('A token says itself what is drawn: beside it an address takes module_px, size_px and download.');
        }
        $said = PictureQuery::of([...($sizes === [] ? $draws : array_diff_key($draws, ['module_px' => 1, 'size_px' => 1, 'size_mm' => 1])), ...$sizes]);
        [$finish] = AddressValues::finish($said, $key->workspace);
        $given = AddressValues::given($said);

        return $this->counted($key, $finish === null ? $given : [...$given, 'finish' => $finish], $format, max(1, $key->pageToken->expires - now()->getTimestamp()), true);
    }

    /** @param  array<string, mixed>  $given */
    private function counted(Key $key, array $given, PictureFormat $format, ?int $holds, bool $isForAll): AddressedPicture
    {
        $context = $key->workspace->payloadContext();
        $most = $key->max_px ?? PictureDrawer::USUAL_SIDE;

        return new AddressedPicture(
            PictureDigest::drawn($given, $context, $format, $most),
            $holds,
            $isForAll,
            "key-{$key->id}",
            FileName::plain(self::nameOf($given), substr(PictureDigest::of($given), 0, 6), $format->value),
            function () use ($key, $given, $format, $context, $most): string {
                // The quick way may have counted the call before it found that more is to be said.
                $allowance = request()->server(QuickPicture::COUNTED) === '1' ? null : $this->meter->take($key, Ability::Draw->value);
                if ($allowance !== null && $allowance->refused !== null) {
                    throw new RefusedAddress(429, 'Not now', CallRefused::words($allowance), ['Retry-After' => (string) $allowance->retryAfter()]);
                }

                return PictureDrawer::draw($given, $context, $format, $most);
            },
        );
    }

    private function demandAbility(Key $key): void
    {
        if ($key->membership()?->may(Ability::Draw, $key) !== true) {
            $this->meter->note($key, Refusal::Ability);
            throw RefusedAddress::notAllowed('This key may not draw.');
        }
    }

    private function demandSignature(Key $key, PictureQuery $query, string $file): void
    {
        if (! AddressSignature::holds($file, $query, SigningSecret::allOf($key))) {
            $this->meter->note($key, Refusal::Signature);
            throw RefusedAddress::notAllowed('The signature does not fit: the address was changed after it was signed, or its secret was replaced.');
        }
        OpenValues::demandFields($query);
        $expires = $query->get('exp');
        if ($expires !== null && preg_match('/^\d{1,11}$/D', $expires) !== 1) {
            throw RefusedAddress::malformed('The time after exp is no number of seconds.');
        }
        if ($expires !== null && (int) $expires <= now()->getTimestamp()) {
            $this->meter->note($key, Refusal::Expired);
            throw RefusedAddress::over('This code held until '.now('UTC')->setTimestamp((int) $expires)->format('j F Y, H:i').' UTC.');
        }
    }

    private function demandPage(Key $key, ?string $origin): void
    {
        if ($key->sort !== KeySort::Publishable || $key->must_sign || $key->origins === []) {
            $this->meter->note($key, Refusal::Unsigned, $origin);
            throw RefusedAddress::notAllowed('This address has to be signed.');
        }
        if (! $key->holdsFrom($origin)) {
            $this->meter->note($key, Refusal::Origin, $origin);
            throw RefusedAddress::notAllowed($origin === null || $origin === '' ? 'This key holds from the pages that it lists, and no page asked.' : "This key does not hold from {$origin}.");
        }
    }

    /** @return array<string, mixed> */
    private static function revisionOf(Glyph $glyph, int $revision): array
    {
        $row = DB::table('glyph_revisions')->where(['glyph_id' => $glyph->id, 'revision' => $revision])->value('given');
        $given = is_string($row) ? json_decode($row, true) : null;

        return is_array($given) ? $given : throw RefusedAddress::absent();
    }

    /** @param  array<string, mixed>  $given */
    private static function nameOf(array $given): string
    {
        return is_string($given['name'] ?? null) ? $given['name'] : (is_string($given['text'] ?? null) ? $given['text'] : 'code');
    }
}
