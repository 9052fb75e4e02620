<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\OutlineArt;
use KeenGlyph\Core\Finish\PixelArt;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Linear\LinearSymbology;

/** A part of a label with its place in millimetres from the label's upper left corner. */
final readonly class LabelPart
{
    /** What a part can be: the row's symbol, lines of text, bars, a picture, or a filled box. */
    public const KINDS = ['symbol', 'text', 'bars', 'picture', 'box'];

    public const ALIGNS = ['left', 'centre', 'right'];

    /** What is done with a text that is wider than its place. */
    public const FITS = ['shrink', 'wrap', 'refuse'];

    /** Keys by kind, beside kind, x, y, width and height. */
    private const KEYS = [
        'symbol' => [], 'text' => ['text', 'size_pt', 'align', 'fit', 'ink'], 'bars' => ['text', 'symbology', 'caption', 'ink'], 'picture' => ['picture'], 'box' => ['ink'],
    ];

    /**
     * @param  'symbol'|'text'|'bars'|'picture'|'box'  $kind
     * @param  float  $x  millimetres, like y, width and height
     * @param  string  $text  template
     * @param  float  $sizePt  height of the face's em, points of 25.4 / 72 mm
     * @param  'left'|'centre'|'right'  $align
     * @param  'shrink'|'wrap'|'refuse'  $fit
     * @param  bool  $isCaptioned  whether the characters stand below bars
     */
    private function __construct(
        public string $kind,
        public float $x,
        public float $y,
        public float $width,
        public float $height,
        public string $text,
        public float $sizePt,
        public string $align,
        public string $fit,
        public Colour $ink,
        public ?LinearSymbology $symbology,
        public bool $isCaptioned,
        public PixelArt|OutlineArt|null $art,
    ) {
    }

    /**
     * @param  int  $number  from 1, for messages
     *
     * @throws InvalidRun
     */
    public static function of(mixed $given, int $number): self
    {
        $fault = static fn (string $message): InvalidRun => new InvalidRun("Part $number of the layout: $message");
        $kind = is_array($given) ? $given['kind'] ?? null : null;
        if (! is_array($given) || ! is_string($kind) || ! in_array($kind, self::KINDS, true)) {
            throw $fault('its kind is '.implode(', ', self::KINDS).'.');
        }
        foreach (array_keys(array_diff_key($given, array_flip(['kind', 'x', 'y', 'width', 'height', ...self::KEYS[$kind]]))) as $name) {
            throw $fault("there is no “{$name}” in a part of this kind.");
        }
        $number = static fn (string $name, float $least, float $most, ?float $usual = null): float => match (true) {
            ! isset($given[$name]) && $usual !== null => $usual,
            (is_int($given[$name] ?? null) || is_float($given[$name] ?? null)) && $given[$name] >= $least && $given[$name] <= $most => (float) $given[$name],
            default => throw $fault("$name is a number from $least to $most."),
        };
        $word = static fn (string $name, string $usual, string ...$words): string => self::word($given[$name] ?? $usual, array_values($words), $fault("$name is ".implode(', ', $words).'.'));
        $text = $given['text'] ?? '';
        if (! is_string($text) || ! mb_check_encoding($text, 'UTF-8') || mb_strlen($text) > 500 || ($text === '' && in_array($kind, ['text', 'bars'], true))) {
            throw $fault('its text has 1 to 500 characters, such as Batch {{lot}}.');
        }
        try {
            $ink = Colour::fromHex(is_string($given['ink'] ?? '#000000') ? $given['ink'] ?? '#000000' : '', 'ink');
            $art = $kind === 'picture' ? self::art($given['picture'] ?? null) : null;
        } catch (InvalidFinish $e) {
            throw $fault(lcfirst($e->getMessage()));
        }
        /** @var 'left'|'centre'|'right' $align */
        $align = $word('align', 'left', ...self::ALIGNS);
        /** @var 'shrink'|'wrap'|'refuse' $fit */
        $fit = $word('fit', 'shrink', ...self::FITS);
        $width = $number('width', 0.1, 500);

        return new self(
            $kind, $number('x', -5, 500), $number('y', -5, 500), $width, $kind === 'symbol' ? $number('height', 0.1, 500, $width) : $number('height', 0.1, 500), $text, $number('size_pt', 3, 200, 8.0), $align, $fit, $ink,
            $kind === 'bars' ? LinearSymbology::from($word('symbology', 'code128', ...array_column(LinearSymbology::cases(), 'value'))) : null, ($given['caption'] ?? true) !== false, $art,
        );
    }

    /**
     * @param  list<string>  $words
     *
     * @throws InvalidRun
     */
    private static function word(mixed $given, array $words, InvalidRun $fault): string
    {
        return is_string($given) && in_array($given, $words, true) ? $given : throw $fault;
    }

    /** @return array<string, mixed> what of() takes */
    public function toArray(): array
    {
        $all = [
            'text' => $this->text, 'size_pt' => $this->sizePt, 'align' => $this->align, 'fit' => $this->fit, 'ink' => $this->ink->hex(), 'symbology' => $this->symbology?->value, 'caption' => $this->isCaptioned,
            'picture' => $this->art?->toArray()['picture'] ?? null,
        ];

        return ['kind' => $this->kind, 'x' => $this->x, 'y' => $this->y, 'width' => $this->width, 'height' => $this->height, ...array_intersect_key($all, array_flip(self::KEYS[$this->kind]))];
    }

    /** @throws InvalidFinish */
    private static function art(mixed $given): PixelArt|OutlineArt
    {
        if (! is_string($given) || preg_match('/^data:image\/[a-z+]{3,8};base64,([A-Za-z0-9+\/]+=*)$/D', $given, $match) !== 1) {
            throw new InvalidFinish('picture', 'A picture is a data address of a PNG, JPEG, WebP or SVG file.');
        }

        return (new MarkPictures)->read((string) base64_decode($match[1], true));
    }
}
