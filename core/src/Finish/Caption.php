<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** A band of text beside the symbol. */
final readonly class Caption
{
    private const MAX_LINES = 4;

    public const MAX_TEXT = 160;

    /**
     * @param  string  $text  lines are separated by line feeds
     * @param  float  $size  height of a line in modules
     * @param  bool  $hri  whether the element string of a GS1 payload is added, readable
     * @param  ?Colour  $ink  the modules' ink when null; on a plate, the ground
     *
     * @throws InvalidFinish
     */
    public function __construct(
        public string $text,
        public CaptionLayout $layout = CaptionLayout::Beneath,
        public float $size = 3.0,
        public bool $hri = false,
        public ?Colour $ink = null,
        private string $hriText = '',
    ) {
        if (mb_strlen($text) > self::MAX_TEXT || substr_count($text, "\n") >= self::MAX_LINES) {
            throw new InvalidFinish('caption.text', 'A caption has at most 160 characters in four lines.');
        }
        if ($size < 1.0 || $size > 20.0) {
            throw new InvalidFinish('caption.size', 'A caption’s lines are 1 to 20 modules high.');
        }
    }

    /** With the readable element string of this payload, one identifier a line. */
    public function withReadableText(string $hriText): self
    {
        return new self($this->text, $this->layout, $this->size, $this->hri, $this->ink, $hriText);
    }

    /** @return list<array{string, float}> what is set, line by line, and each line's height in modules */
    public function lines(): array
    {
        $lines = [];
        foreach (explode("\n", trim($this->text) === '' ? '' : $this->text) as $line) {
            $lines[] = [trim($line), $this->size];
        }
        $lines = $lines[0][0] === '' && count($lines) === 1 ? [] : $lines;
        foreach ($this->hri && $this->hriText !== '' ? explode("\n", $this->hriText) : [] as $line) {
            $lines[] = [$line, $this->size * 0.72];
        }

        return $lines;
    }

    /** Height of all lines in modules. */
    public function height(): float
    {
        return array_sum(array_column($this->lines(), 1));
    }
}
