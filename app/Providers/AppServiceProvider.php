<?php

declare(strict_types=1);

namespace App\Providers;

use App\Alerts\FolderTransport;
use App\Events\DomainEvent;
use App\Http\Middleware\StartSession;
use App\Listeners\EndPictures;
use App\Models\Key;
use App\Models\User;
use App\Waypoints\DaySalt;
use App\Waypoints\OwnHosts;
use App\Waypoints\RouteFiles;
use App\Waypoints\TrailBuffer;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Contracts\Cache\Factory as CacheFactory;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession as BaseStartSession;
use Illuminate\Session\SessionManager;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;
use Laravel\Sanctum\Sanctum;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->bindDoor();
        // Sanctum names the framework's class, so it is replaced where it is resolved.
        $this->app->singleton(
            BaseStartSession::class,
            static fn (Application $app): StartSession => new StartSession($app->make(SessionManager::class), static fn () => $app->make(CacheFactory::class)),
        );
    }

    /** Where this machine keeps copies of open waypoints, and scans on their way. */
    private function bindDoor(): void
    {
        foreach ([RouteFiles::class, OwnHosts::class, TrailBuffer::class, DaySalt::class] as $kept) {
            $this->app->bind($kept, static fn (Application $app): object => new $kept($app->storagePath('waypoints')));
        }
    }

    public function boot(): void
    {
        Model::shouldBeStrict(! $this->app->isProduction());
        // Relative addresses hold behind any proxy, host and port.
        Vite::createAssetPathsUsing(static fn (string $path): string => '/'.$path);
        Sanctum::usePersonalAccessTokenModel(Key::class);
        Event::listen(DomainEvent::class, EndPictures::class);
        Mail::extend('folder', fn (): FolderTransport => new FolderTransport($this->app->storagePath('mails')));
        $this->limitRates();
    }

    private function limitRates(): void
    {
        $perUser = static fn (int $perMinute) => static function (Request $request) use ($perMinute): Limit {
            $user = $request->user();

            return Limit::perMinute($perMinute)->by($user instanceof User ? $user->id : (string) $request->ip());
        };
        RateLimiter::for('symbols', $perUser(1200));
        RateLimiter::for('glyphs', $perUser(1200));
        // A door can be busy, and several share one key.
        RateLimiter::for('gates', $perUser(12_000));
        // Live views send several frames a second; several testers may share an address.
        RateLimiter::for('testers', static fn (Request $request): Limit => Limit::perMinute(900)->by('testers '.$request->ip()));
        RateLimiter::for('sign-in', static fn (Request $request): Limit => Limit::perMinute(120)->by('sign-in '.$request->ip()));
    }
}
