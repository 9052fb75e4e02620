<?php

declare(strict_types=1);

namespace App\Waypoints;

use App\Composition\CompositionInput;
use App\Models\Waypoint;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\RateLimiter;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Route\Answerer;
use KeenGlyph\Core\Route\GeoPoint;
use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\Notice;
use KeenGlyph\Core\Route\Reply;
use KeenGlyph\Core\Route\ShortCode;

/** Answers with the framework's help: what the door has no copy of, and what needs a number, a passphrase or a place. */
final readonly class AnswerVisitor
{
    /** Wrong passphrases that one address may give in ten minutes. */
    private const TRIES = 10;

    /** Seconds that whoever gave the passphrase has to answer what is asked next. */
    private const PASS_SECONDS = 300;

    public function __construct(private RouteFiles $files, private TrailBuffer $trail, private DaySalt $salt, private OwnHosts $hosts)
    {
    }

    /**
     * @param  array<array-key, mixed>  $server  as PHP has it
     * @param  array<array-key, mixed>  $form  what was posted
     */
    public function answer(string $given, array $server, array $form): Reply
    {
        $code = ShortCode::given($given);
        $waypoint = $code === null ? null : Waypoint::query()->with('workspace')->where('code', $code)->first();
        if ($waypoint === null || ! $this->hosts->allows($server, $waypoint->workspace_id)) {
            return Answerer::unknown();
        }
        $open = $waypoint->open();
        $this->files->put($open);
        $header = Config::get('keen.country_header');
        $now = new DateTimeImmutable('now', new DateTimeZone('UTC'));
        $arrival = Arrival::of($server, $this->salt->of($now->format('Y-m-d')), is_string($header) ? $header : '', $now);
        $isUnlocked = false;
        if ($waypoint->passphrase !== null && self::isPass($waypoint, $form['pass'] ?? null)) {
            $isUnlocked = true;
        } elseif ($waypoint->passphrase !== null) {
            $word = $form['passphrase'] ?? null;
            if (! is_string($word)) {
                return Answerer::answer($open, $arrival->visitor($waypoint->id));
            }
            $limiter = "passphrase $waypoint->id ".(is_string($server['REMOTE_ADDR'] ?? null) ? $server['REMOTE_ADDR'] : '');
            if (RateLimiter::tooManyAttempts($limiter, self::TRIES)) {
                return Reply::page(429, Notice::of('Too many tries', 'Come again in ten minutes.'));
            }
            if (! password_verify(mb_substr($word, 0, 200), $waypoint->passphrase)) {
                RateLimiter::hit($limiter, 600);

                return Reply::page(403, Notice::passphrase(true));
            }
            $isUnlocked = true;
        }
        $place = self::place($form);
        $number = $open->route !== null && $open->route->counts() ? $this->number($waypoint, $arrival) : 1;
        $reply = Answerer::answer($open, $arrival->visitor($waypoint->id, $number, $place, $place === null && ! isset($form['refused'])), $isUnlocked, $isUnlocked ? self::pass($waypoint, time() + self::PASS_SECONDS) : '');
        if ($reply->isArrival) {
            $this->trail->add($arrival->scan($open, $reply));
        }

        return $reply;
    }

    /** The symbol of a short address; null where there is no such waypoint. */
    public function symbol(string $given): ?Composition
    {
        $code = ShortCode::given($given);

        $waypoint = $code === null ? null : Waypoint::query()->with('workspace')->where('code', $code)->first();

        return $waypoint === null ? null : (new CompositionInput(['text' => strtoupper($waypoint->workspace->shortBase()."/q/$code"), 'level' => 'M', 'size_px' => 480, 'as_is' => true]))->compose(new Context);
    }

    /** Which scan this is. Programs that look first take no number, but see what the next visitor would. */
    private function number(Waypoint $waypoint, Arrival $arrival): int
    {
        return $arrival->isSomebody()
            ? (int) DB::selectOne('UPDATE waypoints SET numbered = numbered + 1 WHERE id = ? RETURNING numbered', [$waypoint->id])->numbered
            : $waypoint->numbered + 1;
    }

    /** @param  array<array-key, mixed>  $form */
    private static function place(array $form): ?GeoPoint
    {
        try {
            return is_string($form['lat'] ?? null) && is_string($form['lng'] ?? null) && is_numeric($form['lat']) && is_numeric($form['lng']) ? new GeoPoint((float) $form['lat'], (float) $form['lng']) : null;
        } catch (InvalidRoute) {
            return null;
        }
    }

    /** Signed, and of this passphrase alone: another one makes it void. */
    private static function pass(Waypoint $waypoint, int $until): string
    {
        return "$until.".hash_hmac('sha256', "$waypoint->id $until $waypoint->passphrase", Config::string('app.key'));
    }

    public static function isPass(Waypoint $waypoint, mixed $given): bool
    {
        $until = is_string($given) ? (int) strtok($given, '.') : 0;

        return is_string($given) && $until >= time() && hash_equals(self::pass($waypoint, $until), $given);
    }
}
