<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** A page of a few lines for visitors: it asks, waits or tells, and loads nothing from anywhere else. */
final readonly class Notice
{
    private const STYLE = 'body{font:17px/26px system-ui,sans-serif;color:#14201c;background:#f2f4f0;margin:0;display:grid;min-height:100vh;place-items:center}main{max-width:26em;padding:24px;display:grid;gap:14px}h1{font-size:22px;line-height:28px;margin:0}p{margin:0;overflow-wrap:anywhere;white-space:pre-line}input,button,a.go{font:inherit;min-height:48px;padding:0 16px;border:1px solid #14201c;border-radius:2px;background:#fcfdfb;color:#14201c;display:inline-grid;align-items:center;text-decoration:none}button.main,a.go{background:#a90d5a;border-color:#a90d5a;color:#fff}form{display:grid;gap:10px}@media(prefers-color-scheme:dark){body{background:#141b18;color:#e9eeea}input,button{background:#1b2420;color:#e9eeea;border-color:#7f8c86}button.main,a.go{background:#ff83b8;border-color:#ff83b8;color:#2b0016}}';

    private function __construct(private string $title, private string $text, private string $more = '', private bool $hasScript = false)
    {
    }

    /** @param  string  $text  lines are kept */
    public static function of(string $title, string $text): self
    {
        return new self($title, $text);
    }

    /** Before a link to somebody else's host. */
    public static function between(string $link, string $host): self
    {
        return new self('You are about to leave', "This code leads to $host.", '<p><a class="go" rel="noreferrer" href="'.self::escaped($link).'">Go on to '.self::escaped($host).'</a></p>');
    }

    /** @param  bool  $isWrong  whether one was given that is not it */
    public static function passphrase(bool $isWrong): self
    {
        return new self('A passphrase is needed', $isWrong ? 'That is not it. Try again.' : 'Whoever gave you this code knows it.', '<form method="post"><label for="p">Passphrase</label><input id="p" name="passphrase" type="password" maxlength="200" required autofocus autocomplete="off"><button class="main">Open</button></form>');
    }

    /**
     * Asks where the visitor is. Without scripts, or when they refuse, it goes on all the same.
     *
     * @param  string  $pass  comes back with the answer: that a passphrase was given already
     */
    public static function place(string $pass = ''): self
    {
        return new self('Where are you?', 'What this code opens depends on where you are. Your place is used for this answer alone, and not kept.', '<form method="post" id="place">'.($pass === '' ? '' : '<input type="hidden" name="pass" value="'.self::escaped($pass).'">').'<input type="hidden" name="lat"><input type="hidden" name="lng"><button class="main" type="button" id="share" hidden>Share my place</button><button name="refused" value="1">Go on without</button></form><script src="/ask.js"></script>', true);
    }

    /** @return array<string, string> beside those of every page */
    public function headers(): array
    {
        return $this->hasScript ? ['Content-Security-Policy' => "default-src 'none'; script-src 'self'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'", 'Permissions-Policy' => 'geolocation=(self)'] : [];
    }

    /** The notice as a page of its own, without scripts. */
    public function html(): string
    {
        return '<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="color-scheme" content="light dark"><title>'.self::escaped($this->title === '' ? mb_strimwidth($this->text, 0, 60) : $this->title).'</title><style>'.self::STYLE.'</style></head><body><main>'.($this->title === '' ? '' : '<h1>'.self::escaped($this->title).'</h1>').'<p>'.self::escaped($this->text).'</p>'.$this->more.'</main></body></html>';
    }

    private static function escaped(string $text): string
    {
        return htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE | ENT_HTML5, 'UTF-8');
    }
}
