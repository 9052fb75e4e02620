<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\InvalidFinish;

/** How a page looks, within what stays legible: three colours, a face of the phone's own, corners, a picture behind. */
final readonly class PageStyle
{
    /** Ratio of luminances that text needs (WCAG 2.2, 1.4.3). */
    public const CONTRAST = 4.5;

    /** Families that phones have; nothing is loaded. */
    public const FACES = [
        'plain' => 'system-ui, sans-serif', 'book' => 'Georgia, "Times New Roman", serif', 'round' => 'ui-rounded, "Arial Rounded MT Bold", "Nunito", system-ui, sans-serif', 'typewriter' => 'ui-monospace, "Courier New", monospace',
    ];

    /** Pixels of each. */
    public const CORNERS = ['square' => 0, 'eased' => 4, 'round' => 14];

    private function __construct(public Colour $ground, public Colour $ink, public Colour $accent, public string $face, public string $corners, public string $picture)
    {
    }

    /** @throws InvalidPage */
    public static function of(mixed $given): self
    {
        if ($given !== null && ! is_array($given)) {
            throw new InvalidPage('style', 'A style has ground, ink, accent, face, corners and picture.');
        }
        $given ??= [];
        foreach (array_keys(array_diff_key($given, ['ground' => 1, 'ink' => 1, 'accent' => 1, 'face' => 1, 'corners' => 1, 'picture' => 1])) as $name) {
            throw new InvalidPage("style.$name", 'There is no such setting. Known are ground, ink, accent, face, corners and picture.');
        }
        $colour = static function (string $name, string $usual) use ($given): Colour {
            $hex = $given[$name] ?? $usual;
            try {
                return Colour::fromHex(is_string($hex) ? $hex : '', $name);
            } catch (InvalidFinish $e) {
                throw new InvalidPage("style.$name", $e->getMessage());
            }
        };
        $choice = static function (string $name, array $known) use ($given): string {
            $value = $given[$name] ?? array_key_first($known);

            return is_string($value) && isset($known[$value]) ? $value : throw new InvalidPage("style.$name", 'Choose one of '.implode(', ', array_keys($known)).'.');
        };

        return new self(
            $colour('ground', '#FFFAEC'), $colour('ink', '#2B1A0E'), $colour('accent', '#7A3E00'), $choice('face', self::FACES), $choice('corners', self::CORNERS),
            (string) (is_string($picture = PartField::file()->value($given['picture'] ?? null, 'style.picture')) ? $picture : ''),
        );
    }

    /** What stands on the accent: the lighter or the darker of ground and ink, whichever is read better. */
    public function onAccent(): Colour
    {
        return $this->accent->ratioTo($this->ground) >= $this->accent->ratioTo($this->ink) ? $this->ground : $this->ink;
    }

    /** @return array<string, float> ratio of luminances by what is read on what */
    public function ratios(): array
    {
        return ['words on the ground' => $this->ink->ratioTo($this->ground), 'words on buttons' => $this->onAccent()->ratioTo($this->accent), 'links on the ground' => $this->accent->ratioTo($this->ground)];
    }

    /** The ink nearest to this one that can be read on the ground; null when this one can. */
    public function betterInk(): ?string
    {
        return self::better($this->ink, $this->ground);
    }

    /** The accent nearest to this one that can be read on the ground; null when this one can. */
    public function betterAccent(): ?string
    {
        return self::better($this->accent, $this->ground);
    }

    private static function better(Colour $ink, Colour $ground): ?string
    {
        if ($ink->ratioTo($ground) >= self::CONTRAST) {
            return null;
        }
        $end = Colour::fromHex($ground->luminance() > 0.18 ? '#000000' : '#FFFFFF');
        for ($share = 0.05; $share < 1.0; $share += 0.05) {
            $one = $ink->towards($end, $share);
            if ($one->ratioTo($ground) >= self::CONTRAST) {
                return $one->hex();
            }
        }

        return $end->hex();
    }

    /** @return array{ground: string, ink: string, accent: string, face: string, corners: string, picture: string} */
    public function toArray(): array
    {
        return ['ground' => $this->ground->hex(), 'ink' => $this->ink->hex(), 'accent' => $this->accent->hex(), 'face' => $this->face, 'corners' => $this->corners, 'picture' => $this->picture];
    }
}
