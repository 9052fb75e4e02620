<?php

declare(strict_types=1);

namespace App\Hooks;

use App\Models\Hook;
use Illuminate\Support\Facades\Config;

/** Sends one body to one hook. */
final class Courier
{
    private const SECONDS = 10;

    /** Bytes of an answer that are kept. */
    private const KEPT = 2000;

    public function send(Hook $hook, HeldDelivery $held): Delivery
    {
        $body = $held->body;
        $begun = hrtime(true);
        $took = static fn (): int => (int) ((hrtime(true) - $begun) / 1e6);
        try {
            /** @var list<string> $allowed */
            $allowed = Config::array('keen.hooks.allowed');
            $target = Target::of($hook->url, $allowed);
        } catch (UnsafeTarget $e) {
            return new Delivery(null, $took(), $e->getMessage());
        }
        $time = now()->getTimestamp();
        $answer = '';
        $call = curl_init($hook->url);
        curl_setopt_array($call, [
            CURLOPT_POST => true,
            CURLOPT_POSTFIELDS => $body,
            CURLOPT_HTTPHEADER => [
                'Content-Type: application/json',
                'User-Agent: Keen-Glyph-Hooks/1',
                "Keen-Event: {$held->type}",
                "Keen-Event-Id: {$held->eventId}",
                "Keen-Delivery: {$held->id}",
                "Keen-Timestamp: {$time}",
                'Keen-Signature: '.implode(', ', HookSecret::signatures($hook, $time, $body)),
                'Expect:',
            ],
            // Held to what was looked up and looked at; a redirect would lead elsewhere.
            CURLOPT_RESOLVE => [$target->resolution()],
            CURLOPT_FOLLOWLOCATION => false,
            CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS,
            CURLOPT_PROXY => '',
            CURLOPT_TIMEOUT => self::SECONDS,
            CURLOPT_CONNECTTIMEOUT => 5,
            CURLOPT_WRITEFUNCTION => static function ($call, string $piece) use (&$answer): int {
                $answer .= substr($piece, 0, self::KEPT - strlen($answer));

                return strlen($answer) >= self::KEPT ? 0 : strlen($piece);
            },
        ]);
        curl_exec($call);
        $status = (int) curl_getinfo($call, CURLINFO_RESPONSE_CODE);
        $error = curl_error($call);

        return new Delivery($status === 0 ? null : $status, $took(), mb_scrub($status === 0 ? $error : str_replace("\0", '', $answer), 'UTF-8'));
    }
}
