<?php

declare(strict_types=1);

namespace App\Composition;

use BackedEnum;
use KeenGlyph\Core\Compose\BarsComposition;
use KeenGlyph\Core\Compose\BarsOptions;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Compose\PrintOptions;
use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Version;

/** Validated input of the API, or a glyph's columns, in the core's own terms; what is missing gets the core's default. */
final readonly class CompositionInput
{
    /** @param  array<string, mixed>  $given */
    public function __construct(private array $given)
    {
    }

    /**
     * @throws \KeenGlyph\Core\Compose\RefusedPayload when no symbol may be made of the text
     * @throws \KeenGlyph\Core\Symbol\InvalidSymbol|\KeenGlyph\Core\Finish\InvalidFinish
     */
    public function compose(Context $context = new Context): Composition
    {
        $composition = Composition::of($this->payload(), $this->options(), $context);
        // The answer says where every part lies in dots, whatever its format: a size that gives none is refused here.
        $composition->layout();

        return $composition;
    }

    /**
     * @throws \KeenGlyph\Core\Linear\InvalidBars|\KeenGlyph\Core\Finish\InvalidFinish
     */
    public function bars(): BarsComposition
    {
        $composition = BarsComposition::of(LinearSymbology::from((string) $this->string('symbology')), (string) $this->string('text'), new BarsOptions(
            finish: Finish::coloured(Colour::fromHex($this->string('dark') ?? '#000000'), Colour::fromHex($this->string('light') ?? '#FFFFFF', 'light')),
            size: $this->size(BarsOptions::MODULE_PX),
            addsCheck: $this->flag('check'),
            captioned: (bool) ($this->given['captioned'] ?? true),
            inks: $this->inks(),
            wholeDots: $this->flag('whole_dots'),
            name: $this->string('name'),
        ));
        $composition->layout();

        return $composition;
    }

    /** What is to be said: fields of a kind, or a text of the kind that is named or that it has by its form. */
    public function payload(): PayloadInput
    {
        $kind = is_string($this->given['kind'] ?? null) ? Kind::from($this->given['kind']) : null;
        $merge = array_filter(is_array($this->given['merge'] ?? null) ? $this->given['merge'] : [], is_string(...));
        $fields = $this->given['fields'] ?? null;

        return is_array($fields)
            ? PayloadInput::ofFields($kind ?? Kind::Text, $fields, $merge)
            : PayloadInput::ofText($this->string('text') ?? '', $kind, $merge);
    }

    private function options(): CompositionOptions
    {
        $plain = new PrintOptions;
        $encoding = new EncodeOptions;
        $version = $this->number('version');
        $mask = $this->number('mask');

        return new CompositionOptions(
            encoding: new EncodeOptions(
                level: $this->choice('level', $encoding->level),
                version: $version === null ? null : Version::of((int) $version),
                mask: $mask === null ? null : (int) $mask,
                set: $this->choice('charset', $encoding->set),
                raiseLevel: $this->flag('lift'),
                modes: $this->choice('modes', $encoding->modes),
            ),
            finish: $this->finish(),
            size: $this->size(CompositionOptions::MODULE_PX),
            print: new PrintOptions(
                printing: $this->choice('print', $plain->printing),
                distanceMm: $this->number('distance_mm') ?? $plain->distanceMm,
                reserve: $this->number('reserve') ?? $plain->reserve,
                inks: $this->inks(),
                wholeDots: $this->flag('whole_dots'),
            ),
            name: $this->string('name'),
            asIs: $this->flag('as_is'),
        );
    }

    /** The finish, with the two inks and the quiet zone that may stand beside it. */
    private function finish(): Finish
    {
        $values = is_array($this->given['finish'] ?? null) ? $this->given['finish'] : [];
        foreach (['dark', 'light', 'quiet'] as $name) {
            if (isset($this->given[$name])) {
                $values[$name] = is_numeric($this->given[$name]) ? (int) $this->given[$name] : $this->given[$name];
            }
        }

        return FinishFile::read($values, new MarkPictures);
    }

    /** The one size that is given, or so many pixels a module. */
    private function size(int $modulePx): Size
    {
        $dpi = $this->number('dpi') ?? Size::SCREEN_DPI;

        return match (true) {
            $this->number('size_mm') !== null => Size::ofMillimetres($this->number('size_mm'), $dpi),
            $this->number('size_in') !== null => Size::ofInches($this->number('size_in'), $dpi),
            $this->number('size_px') !== null => Size::ofSide((int) $this->number('size_px'), $dpi),
            default => Size::ofModule((int) ($this->number('module_px') ?? $modulePx), $dpi),
        };
    }

    private function inks(): PrintInk
    {
        return $this->flag('cmyk') ? PrintInk::Cmyk : PrintInk::Rgb;
    }

    private function string(string $name): ?string
    {
        return is_string($this->given[$name] ?? null) ? $this->given[$name] : null;
    }

    private function number(string $name): ?float
    {
        return is_numeric($this->given[$name] ?? null) ? (float) $this->given[$name] : null;
    }

    /** Requests may say it as a word of a form, `1` or `true`. */
    private function flag(string $name): bool
    {
        return filter_var($this->given[$name] ?? false, FILTER_VALIDATE_BOOL);
    }

    /**
     * @template T of BackedEnum
     *
     * @param  T  $default
     * @return T
     */
    private function choice(string $name, BackedEnum $default): BackedEnum
    {
        $given = $this->string($name);

        return $given === null ? $default : $default::from($given);
    }
}
