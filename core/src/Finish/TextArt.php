<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** A few letters in the shipped face. */
final readonly class TextArt implements MarkArt
{
    public const MAX = 8;

    /** @throws InvalidFinish */
    public function __construct(public string $text)
    {
        if (trim($text) === '' || mb_strlen($text) > self::MAX) {
            throw new InvalidFinish('mark.text', 'A mark of letters has one to eight of them.');
        }
    }

    public function toArray(): array
    {
        return ['text' => $this->text];
    }
}
