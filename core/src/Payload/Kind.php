<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** What a text is meant to do. */
enum Kind: string
{
    case Link = 'link';
    case Text = 'text';

    /** The text with this kind's fields and rules. */
    public function payload(string $text): Payload
    {
        return match ($this) {
            self::Link => new Payload($this, $text, ['url' => $text], Link::check($text)),
            self::Text => new Payload($this, $text, ['text' => $text], PlainText::check($text)),
        };
    }

    /** The kind that a text found in a symbol is taken for: links are those a phone opens in its browser. */
    public static function recognise(string $text): self
    {
        return preg_match('#^https?://[^\s/?\#]#i', $text) === 1 ? self::Link : self::Text;
    }
}
