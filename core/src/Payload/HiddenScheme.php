<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Schemes that run code, open files or start programs on the reader's device, however they are disguised. */
final class HiddenScheme
{
    /** What each can do there. */
    private const HARM = [
        'javascript' => 'can run code in the page that is open', 'vbscript' => 'can run code in the page that is open', 'livescript' => 'can run code in the page that is open',
        'data' => 'carries a page of its own, which can look like any other and run code', 'blob' => 'opens content that no address shows', 'filesystem' => 'opens content that no address shows',
        'file' => 'opens a file on the reader’s device or network', 'content' => 'opens a file on the reader’s device', 'jar' => 'opens a file within an archive',
        'intent' => 'can start an application and hand it commands', 'android-app' => 'can start an application and hand it commands', 'shell' => 'can start a program', 'ms-msdt' => 'can start a program',
        'search-ms' => 'can show files of a stranger as if they were local', 'ms-appinstaller' => 'can install a program', 'itms-services' => 'can install an application past the store',
        'about' => 'opens an inner page of the browser', 'view-source' => 'opens an inner page of the browser', 'chrome' => 'opens an inner page of the browser', 'resource' => 'opens an inner page of the browser',
        'res' => 'opens content of a program', 'mk' => 'opens content of a program', 'feed' => 'can hide another scheme behind it',
    ];

    /** Of these plain words a sentence can begin with one; then only a look is asked for. */
    private const WORDS = ['data', 'file', 'content', 'about', 'intent', 'jar', 'shell', 'chrome', 'resource', 'res', 'mk', 'feed'];

    /** How often percent-encodings are taken off: some readers do it once, some redirects again. */
    private const LAYERS = 3;

    /**
     * What could happen, in words; null for every other text. An error where a browser would act on it, a caution
     * where a person may only have begun a sentence with such a word.
     */
    public static function problem(string $text, string $field): ?Problem
    {
        $bare = self::bare($text);
        for ($layer = 0; $layer <= self::LAYERS; $layer++) {
            if (preg_match('/^([a-z][a-z0-9+.-]*):/', $bare, $match) === 1 && isset(self::HARM[$match[1]])) {
                return self::told($match[1], $text, $field);
            }
            $bare = self::bare(rawurldecode($bare));
        }

        return null;
    }

    /** As browsers look for a scheme: without white space, control characters and capitals (URL Standard, basic URL parser). */
    private static function bare(string $text): string
    {
        $start = substr($text, 0, 400);
        $bare = preg_replace('/[\s\p{Z}\p{C}]+/u', '', mb_scrub($start, 'UTF-8'));

        return strtolower((string) $bare);
    }

    private static function told(string $scheme, string $text, string $field): Problem
    {
        $isPlain = preg_match('/^'.preg_quote($scheme, '/').':/i', $text) === 1;
        $isSentence = in_array($scheme, self::WORDS, true) && preg_match('/^\s*'.preg_quote($scheme, '/').':(?:\s|$)/i', $text) === 1;
        $hidden = $isPlain || $isSentence ? '' : ' It is hidden by white space, percent signs or invisible characters, which browsers take away.';

        return $isSentence
            ? Problem::caution('dangerous_scheme', $field, "Some readers take “{$scheme}:” at the beginning for a command: it ".self::HARM[$scheme].'. Begin with another word.')
            : new Problem(Severity::Error, 'dangerous_scheme', $field, "“{$scheme}:” ".self::HARM[$scheme].".{$hidden} Open it nowhere; only what begins with https:// belongs into a link.", refused: true);
    }
}
