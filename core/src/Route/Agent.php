<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** What a User-Agent header says of the device, by words that makers put there; nothing else of it is ever kept. */
final readonly class Agent
{
    /** Programs that fetch by themselves: searchers, watchers, tools. */
    private const BOT = '/bot\b|bot[\/;)]|crawl|spider|slurp|scrap|monitor|uptime|validator|archiv|headless|lighthouse|phantom|^(?:curl|wget|python|go-http|java|okhttp|node|ruby|perl|libwww|axios|httpie|postman)|httpclient|http-client|^$/i';

    /** Those that show a link's picture before somebody opens it. */
    private const PREVIEW = '/preview|externalhit|unfurl|linkexpand|embedly|whatsapp|telegram|slackbot|discord|skypeuri|iframely|vkshare|facebot|pinterest|snapchat/i';

    /**
     * @param  'visitor'|'bot'|'preview'  $sort
     * @param  string  $device  phone, tablet, desktop, reader or unknown
     * @param  string  $platform  ios, android, windows, mac, linux or unknown
     */
    private function __construct(public string $sort, public string $device, public string $platform)
    {
    }

    /** @param  string  $purpose  the Sec-Purpose, Purpose or X-Moz header, where there is one */
    public static function of(string $agent, string $purpose = ''): self
    {
        $agent = substr($agent, 0, 1000);
        $sort = match (true) {
            preg_match(self::PREVIEW, $agent) === 1, preg_match('/prefetch|preview|prerender/i', $purpose) === 1 => 'preview',
            preg_match(self::BOT, trim($agent)) === 1 => 'bot',
            default => 'visitor',
        };
        $platform = match (true) {
            preg_match('/iPhone|iPad|iPod/', $agent) === 1 => 'ios',
            str_contains($agent, 'Android') => 'android',
            str_contains($agent, 'Windows') => 'windows',
            preg_match('/Macintosh|Mac OS X/', $agent) === 1 => 'mac',
            preg_match('/Linux|X11|CrOS/', $agent) === 1 => 'linux',
            default => 'unknown',
        };
        $device = match (true) {
            preg_match('/\b(?:TC\d\d|MC\d{2,4}|CT\d\d|EDA\d\d|handheld|scanner)\b/i', $agent) === 1 => 'reader',
            str_contains($agent, 'iPad') || preg_match('/Tablet/i', $agent) === 1 || ($platform === 'android' && ! str_contains($agent, 'Mobile')) => 'tablet',
            preg_match('/Mobile|iPhone|iPod|Phone/', $agent) === 1 => 'phone',
            $platform === 'windows' || $platform === 'mac' || $platform === 'linux' => 'desktop',
            default => 'unknown',
        };

        return new self($sort, $device, $platform);
    }
}
