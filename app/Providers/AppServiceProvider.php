<?php

declare(strict_types=1);

namespace App\Providers;

use App\Events\DomainEvent;
use App\Http\Middleware\StartSession;
use App\Listeners\EndPictures;
use App\Models\Key;
use App\Models\User;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Contracts\Cache\Factory as CacheFactory;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession as BaseStartSession;
use Illuminate\Session\SessionManager;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;
use Laravel\Sanctum\Sanctum;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        // Sanctum names the framework's class, so it is replaced where it is resolved.
        $this->app->singleton(
            BaseStartSession::class,
            static fn (Application $app): StartSession => new StartSession($app->make(SessionManager::class), static fn () => $app->make(CacheFactory::class)),
        );
    }

    public function boot(): void
    {
        Model::shouldBeStrict(! $this->app->isProduction());
        // Relative addresses hold behind any proxy, host and port.
        Vite::createAssetPathsUsing(static fn (string $path): string => '/'.$path);
        Sanctum::usePersonalAccessTokenModel(Key::class);
        Event::listen(DomainEvent::class, EndPictures::class);
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
        RateLimiter::for('sign-in', static fn (Request $request): Limit => Limit::perMinute(120)->by('sign-in '.$request->ip()));
    }
}
