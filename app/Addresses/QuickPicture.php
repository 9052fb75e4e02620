<?php

declare(strict_types=1);

namespace App\Addresses;

use App\Http\Headers\HeaderPolicy;
use App\Http\Headers\SafeHeaders;
use App\Keys\CountedCall;
use App\Keys\SigningSecret;
use App\Models\Ability;
use App\Models\Role;
use DateTimeImmutable;
use DateTimeZone;
use KeenGlyph\Core\Address\AddressSignature;
use KeenGlyph\Core\Address\PictureAddress;
use KeenGlyph\Core\Address\PictureQuery;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Payload\Context;
use PDO;
use Throwable;

/**
 * Answers a signed address of a text without the framework, in a third of the time. It lets through only what FindPicture
 * would, by the same signature, statement and digest; all else, and every refusal, is null, and the application answers.
 */
final readonly class QuickPicture
{
    /** In what the server says of a request: the call was counted, and is not to be counted again. */
    public const COUNTED = 'KEEN_GLYPH_COUNTED';

    /** What the address of a text may say here; and `m.…`. */
    private const NAMES = ['key', 'sig', 'open', 'text', 'name', 'kind', 'level', 'modes', 'charset', 'lift', 'cmyk', 'module_px', 'size_px', 'size_mm', 'dpi', 'quiet', 'dark', 'light', 'version', 'mask'];

    private const PATH = '#^/s/(\d{1,6})/code\.(svg|png|webp|jpg|pdf)$#D';

    private const KEY = '/^kgp_[A-Za-z0-9]{16,60}$/D';

    /** Seconds after which a use of a key is written down again. */
    private const USED = 60;

    /** The live key, what its owner is in its workspace, and how that writes its texts. */
    private const LIVE = "
        SELECT k.id, k.abilities, k.max_px, k.quota, k.per_minute, k.signing, k.signing_until > now() AS overlaps, COALESCE(k.last_used_at < now() - make_interval(secs => ?), true) AS is_idle, m.role, w.chat_template, w.region, w.gs1_domain
        FROM personal_access_tokens k JOIN memberships m ON m.user_id = k.tokenable_id AND m.workspace_id = k.workspace_id JOIN workspaces w ON w.id = k.workspace_id
        WHERE k.public = ? AND k.tokenable_type = 'App\\Models\\User' AND k.revoked_at IS NULL AND (k.expires_at IS NULL OR k.expires_at > now())";

    private const LARGEST_KEPT = 2_000_000;

    /** @param  array<string, string>  $headers */
    private function __construct(public array $headers, public string $body)
    {
    }

    /**
     * @param  array<array-key, mixed>  $server  as PHP has it; says afterwards whether the call was counted
     * @param  array<array-key, mixed>  $config  the application's, as it is cached
     * @param  callable(array<array-key, mixed>): PDO  $connect  to the database of that configuration
     */
    public static function answer(array &$server, array $config, callable $connect): ?self
    {
        $uri = is_string($server['REQUEST_URI'] ?? null) ? $server['REQUEST_URI'] : '';
        [$path, $asked] = [...explode('?', $uri, 2), ''];
        if (($server['REQUEST_METHOD'] ?? '') !== 'GET' || preg_match(self::PATH, $path, $match) !== 1 || (int) $match[1] !== PictureAddress::VERSION) {
            return null;
        }
        try {
            return self::drawn($server, $config, $connect, PictureQuery::parse($asked), PictureFormat::from($match[2]), $uri);
        } catch (Throwable) {
            // Whatever it is, the application finds it again and says it in words.
            return null;
        }
    }

    /**
     * The connection that the application's own requests keep, too.
     *
     * @param  array<array-key, mixed>  $config
     */
    public static function connect(array $config): PDO
    {
        $name = self::text($config, 'database.default');
        $of = static fn (string $key): string => self::text($config, "database.connections.$name.$key");

        return new PDO("pgsql:host={$of('host')};dbname='{$of('database')}';port={$of('port')};sslmode={$of('sslmode')}", $of('username'), $of('password'), [
            PDO::ATTR_PERSISTENT => true, PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION, PDO::ATTR_DEFAULT_FETCH_MODE => PDO::FETCH_ASSOC, PDO::PGSQL_ATTR_DISABLE_PREPARES => true,
        ]);
    }

    /**
     * @param  array<array-key, mixed>  $server
     * @param  array<array-key, mixed>  $config
     * @param  callable(array<array-key, mixed>): PDO  $connect
     */
    private static function drawn(array &$server, array $config, callable $connect, PictureQuery $query, PictureFormat $format, string $uri): ?self
    {
        foreach (array_keys($query->values) as $name) {
            if (! in_array($name, self::NAMES, true) && ! str_starts_with($name, 'm.')) {
                return null;
            }
        }
        $public = $query->get('key') ?? '';
        $root = self::text($config, 'filesystems.disks.pictures.root');
        if ($query->get(AddressSignature::NAME) === null || preg_match(self::KEY, $public) !== 1 || self::text($config, 'filesystems.disks.pictures.driver') !== 'local') {
            return null;
        }
        $database = $connect($config);
        $key = self::row($database, self::LIVE, [self::USED, $public]);
        $abilities = json_decode((string) ($key['abilities'] ?? ''), true);
        if ($key === null || Role::from((string) $key['role'])->may(Ability::Draw) !== true || ! is_array($abilities) || ! in_array(Ability::Draw->value, $abilities, true)) {
            return null;
        }
        if ((bool) $key['is_idle']) {
            $database->prepare('UPDATE personal_access_tokens SET last_used_at = now() WHERE id = ?')->execute([$key['id']]);
        }
        $numbers = (bool) $key['overlaps'] && (int) $key['signing'] > 1 ? [(int) $key['signing'], (int) $key['signing'] - 1] : [(int) $key['signing']];
        if (! AddressSignature::holds("code.{$format->value}", $query, array_map(static fn (int $number): string => SigningSecret::derived(self::text($config, 'app.key'), (int) $key['id'], $number), $numbers))) {
            return null;
        }
        OpenValues::demandFields($query);
        OpenValues::demandFilled($query);
        $given = AddressValues::given($query);
        $context = new Context(self::said($key['chat_template']) ?? Context::CHAT_TEMPLATE, self::said($key['region']), self::said($key['gs1_domain']) ?? Context::GS1_DOMAIN);
        $most = $key['max_px'] === null ? PictureDrawer::USUAL_SIDE : (int) $key['max_px'];
        $digest = PictureDigest::drawn($given, $context, $format, $most);
        $kept = (int) self::text($config, 'keen.edge.seconds');
        (new PictureTags(self::text($config, 'keen.edge.tags')))->add("key-{$key['id']}", $uri);
        $file = $root.'/'.substr($digest, 0, 2)."/{$digest}.{$format->value}";
        $picture = is_file($file) ? (string) file_get_contents($file) : '';
        if ($picture === '') {
            if (self::row($database, CountedCall::STATEMENT, CountedCall::bindings((int) $key['id'], $key['quota'] === null ? null : (int) $key['quota'], (int) $key['per_minute'], Ability::Draw->value, 1.0, new DateTimeImmutable('now', new DateTimeZone('UTC')))) === null) {
                return null;
            }
            $server[self::COUNTED] = '1';
            $picture = PictureDrawer::draw($given, $context, $format, $most);
            self::keep($file, $picture);
        }
        $headers = PictureHeaders::of($digest, $format, 'public, max-age=31536000, immutable', null, $kept, time());

        return new self([...$headers, 'Content-Length' => (string) strlen($picture), ...SafeHeaders::of(HeaderPolicy::Picture, ['content-type' => $format->mediaType()], true)], $picture);
    }

    /**
     * @param  array<array-key, mixed>  $bindings
     * @return ?array<string, scalar|null>
     */
    private static function row(PDO $database, string $statement, array $bindings): ?array
    {
        $asked = $database->prepare($statement);
        $asked->execute($bindings);
        $row = $asked->fetch(PDO::FETCH_ASSOC);
        /** @var array<string, scalar|null>|false $row */

        return $row === false ? null : $row;
    }

    /** In one step, so that nobody finds half a picture; without room it is drawn again. */
    private static function keep(string $file, string $picture): void
    {
        if (strlen($picture) > self::LARGEST_KEPT || (! is_dir(dirname($file)) && ! @mkdir(dirname($file), 0755, true) && ! is_dir(dirname($file)))) {
            return;
        }
        $half = $file.'.'.bin2hex(random_bytes(6));
        if (@file_put_contents($half, $picture) !== strlen($picture) || ! @rename($half, $file)) {
            @unlink($half);
        }
    }

    private static function said(mixed $value): ?string
    {
        return is_string($value) ? $value : null;
    }

    /** @param  array<array-key, mixed>  $config */
    private static function text(array $config, string $path): string
    {
        foreach (explode('.', $path) as $name) {
            $config = is_array($config) ? $config[$name] ?? null : null;
        }

        return is_scalar($config) ? (string) $config : '';
    }
}
