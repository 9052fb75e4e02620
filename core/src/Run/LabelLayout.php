<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Payload\MergeFields;

/** Where the symbol, lines of text, bars, pictures and boxes of a label stand, in millimetres. */
final readonly class LabelLayout
{
    /** Sides of a label. */
    public const LEAST = 5.0;

    public const MOST = 200.0;

    /** Parts of one. */
    private const PARTS = 40;

    /** Pictures among them: each is decoded. */
    private const PICTURES = 4;

    private const BLEED = 5.0;

    /**
     * @param  list<LabelPart>  $parts  later ones cover earlier ones
     * @param  Colour  $ground  of the whole label
     * @param  float  $bleed  millimetres by which the ground goes beyond the cut
     */
    private function __construct(public float $width, public float $height, public array $parts, public Colour $ground, public float $bleed)
    {
    }

    /**
     * @param  array<array-key, mixed>  $given
     *
     * @throws InvalidRun
     */
    public static function of(array $given): self
    {
        foreach (array_keys(array_diff_key($given, array_flip(['width', 'height', 'ground', 'bleed', 'parts']))) as $name) {
            throw new InvalidRun("There is no “{$name}” in a layout.");
        }
        $side = static fn (string $name): float => (is_int($given[$name] ?? null) || is_float($given[$name] ?? null)) && $given[$name] >= self::LEAST && $given[$name] <= self::MOST ? round((float) $given[$name], 1) : throw new InvalidRun(sprintf('A layout needs its %s: %.0f to %.0f mm, that of the label.', $name, self::LEAST, self::MOST));
        $bleed = $given['bleed'] ?? 0;
        $parts = $given['parts'] ?? null;
        if ((! is_int($bleed) && ! is_float($bleed)) || $bleed < 0 || $bleed > self::BLEED) {
            throw new InvalidRun('bleed is 0 to 5 mm.');
        }
        if (! is_array($parts) || ! array_is_list($parts) || count($parts) > self::PARTS) {
            throw new InvalidRun('A layout has parts, a list of at most '.self::PARTS.'.');
        }
        if (count(array_filter($parts, static fn (mixed $part): bool => is_array($part) && ($part['kind'] ?? null) === 'picture')) > self::PICTURES) {
            throw new InvalidRun('A layout has at most '.self::PICTURES.' pictures.');
        }
        try {
            $ground = Colour::fromHex(is_string($given['ground'] ?? '#FFFFFF') ? $given['ground'] ?? '#FFFFFF' : '', 'ground');
        } catch (InvalidFinish $e) {
            throw new InvalidRun('ground: '.$e->getMessage(), 0, $e);
        }
        $layout = new self($side('width'), $side('height'), array_map(static fn (mixed $part, int $i): LabelPart => LabelPart::of($part, $i + 1), $parts, array_keys($parts)), $ground, (float) $bleed);
        $layout->sound();

        return $layout;
    }

    /** The one part that is the row’s own symbol. */
    public function symbol(): LabelPart
    {
        return array_values(array_filter($this->parts, static fn (LabelPart $part): bool => $part->kind === 'symbol'))[0];
    }

    /** @return list<string> columns that its texts ask for */
    public function columns(): array
    {
        return array_values(array_unique(array_merge(...array_map(static fn (LabelPart $part): array => MergeFields::names($part->text), $this->parts))));
    }

    /** @return array<string, mixed> what of() takes */
    public function toArray(): array
    {
        return ['width' => $this->width, 'height' => $this->height, 'ground' => $this->ground->hex(), 'bleed' => $this->bleed, 'parts' => array_map(static fn (LabelPart $part): array => $part->toArray(), $this->parts)];
    }

    /** @throws InvalidRun */
    private function sound(): void
    {
        $symbols = 0;
        foreach ($this->parts as $i => $part) {
            $symbols += $part->kind === 'symbol' ? 1 : 0;
            // Boxes and pictures may run out into the bleed; what is read must be on the label.
            $beyond = in_array($part->kind, ['box', 'picture'], true) ? $this->bleed : 0.0;
            if (min($part->x, $part->y) < -$beyond - 0.005 || $part->x + $part->width > $this->width + $beyond + 0.005 || $part->y + $part->height > $this->height + $beyond + 0.005) {
                throw new InvalidRun(sprintf('Part %d of the layout: it goes beyond the label, to %.2f × %.2f mm of %.1f × %.1f.', $i + 1, $part->x + $part->width, $part->y + $part->height, $this->width, $this->height));
            }
        }
        if ($symbols !== 1) {
            throw new InvalidRun('A layout has one part of the kind symbol; it has '.$symbols.'.');
        }
    }
}
