<?php

declare(strict_types=1);

namespace App\Waypoints;

use App\Hooks\Target as Host;
use App\Hooks\UnsafeTarget;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\Rule;

/** Asks the web links of a route whether they answer: all at once, each held to an address on the open internet. */
final class AskLinks
{
    private const MOST = 12;

    private const SECONDS = 5;

    private const WORDS = [401 => 'It asks for a sign-in.', 403 => 'Only its owner may open it.', 404 => 'There is nothing at this address.', 410 => 'It is gone for good.', 429 => 'It asks for fewer questions; try again later.'];

    /** @return list<array{rule: ?int, link: string, status: ?int, holds: bool, says: string}> rule null is what holds otherwise */
    public function of(Route $route): array
    {
        $links = [];
        $targets = [...array_map(static fn (Rule $rule, int $i): array => [$i, $rule->to], $route->rules, array_keys($route->rules)), [null, $route->else], [null, $route->then]];
        foreach ($targets as [$rule, $target]) {
            if ($target !== null && $target->host() !== null && count($links) < self::MOST) {
                $links[] = [$rule, $target->tagged($route->tags)];
            }
        }

        return self::asked($links);
    }

    /**
     * @param  list<array{int, string}>  $links  with the number of the part that each stands in
     * @return list<array{rule: ?int, link: string, status: ?int, holds: bool, says: string}>
     */
    public function ofPage(array $links): array
    {
        return self::asked(array_slice($links, 0, self::MOST));
    }

    /**
     * @param  list<array{?int, string}>  $links
     * @return list<array{rule: ?int, link: string, status: ?int, holds: bool, says: string}>
     */
    private static function asked(array $links): array
    {
        $many = curl_multi_init();
        $calls = $answers = [];
        foreach ($links as $i => [$rule, $link]) {
            try {
                $calls[$i] = self::call($link);
                curl_multi_add_handle($many, $calls[$i]);
            } catch (UnsafeTarget $e) {
                $answers[$i] = ['rule' => $rule, 'link' => $link, 'status' => null, 'holds' => false, 'says' => str_replace('A hook’s address', 'A link', $e->getMessage())];
            }
        }
        do {
            $state = curl_multi_exec($many, $active);
            $active && curl_multi_select($many, 0.2);
        } while ($active && $state === CURLM_OK);
        foreach ($calls as $i => $call) {
            $status = (int) curl_getinfo($call, CURLINFO_RESPONSE_CODE);
            $answers[$i] = ['rule' => $links[$i][0], 'link' => $links[$i][1], 'status' => $status === 0 ? null : $status, 'holds' => $status >= 200 && $status < 400, 'says' => match (true) {
                $status === 0 => 'It does not answer.',
                $status >= 500 => 'Its server has trouble.',
                $status >= 400 => self::WORDS[$status] ?? "It answers $status.",
                $status >= 300 => 'It leads on to another address.',
                default => 'It answers.',
            }];
            curl_multi_remove_handle($many, $call);
        }
        ksort($answers);

        return array_values($answers);
    }

    /** @throws UnsafeTarget */
    private static function call(string $link): \CurlHandle
    {
        /** @var list<string> $allowed */
        $allowed = Config::array('keen.hooks.allowed');
        $host = Host::of($link, $allowed);
        $call = curl_init($link);
        curl_setopt_array($call, [
            CURLOPT_RESOLVE => [$host->resolution()], CURLOPT_FOLLOWLOCATION => false, CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS, CURLOPT_PROXY => '', CURLOPT_TIMEOUT => self::SECONDS, CURLOPT_CONNECTTIMEOUT => 3,
            CURLOPT_USERAGENT => 'Keen-Glyph-Links/1', CURLOPT_HTTPHEADER => ['Range: bytes=0-0'],
            // What it says does not matter, and may be long.
            CURLOPT_WRITEFUNCTION => static fn ($call, string $piece): int => 0,
        ]);

        return $call;
    }
}
