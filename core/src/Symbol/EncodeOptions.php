<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** What may be asked of the encoder beside the text. */
final readonly class EncodeOptions
{
    /**
     * @param  ?SymbolVersion  $version  exactly this version; the smallest that fits when null
     * @param  ?int  $mask  exactly this mask, 0 to 7 (0 to 3 in Micro QR Code); the best by the standard's rule when null
     * @param  bool  $raiseLevel  raise the level as far as the version allows
     * @param  ?Segment  $fnc1  Segment::fnc1First or ::fnc1Second, to say what the text is made of
     * @param  bool  $micro  a Micro QR Code symbol; implied by a MicroVersion
     * @param  ModeChoice  $modes  how the text is cut into segments
     *
     * @throws InvalidSymbol when these cannot go together
     */
    public function __construct(
        public ErrorCorrectionLevel $level = ErrorCorrectionLevel::M,
        public ?SymbolVersion $version = null,
        public ?int $mask = null,
        public CharacterSet $set = CharacterSet::Auto,
        public bool $raiseLevel = false,
        public ?Segment $fnc1 = null,
        public bool $micro = false,
        public ModeChoice $modes = ModeChoice::Auto,
    ) {
        $masks = $this->isMicro() ? MicroTemplate::MASKS : MaskPattern::COUNT;
        if ($mask !== null && ($mask < 0 || $mask >= $masks)) {
            throw new InvalidSymbol(sprintf('Mask %d does not exist: masks run from 0 to %d.', $mask, $masks - 1));
        }
        if ($fnc1 !== null && $fnc1->mode !== Mode::Fnc1First && $fnc1->mode !== Mode::Fnc1Second) {
            throw new InvalidSymbol('Only an FNC1 segment says what the text is made of.');
        }
        if ($this->isMicro() && ($fnc1 !== null || $set->eci() !== null)) {
            throw new InvalidSymbol('Micro QR Code has neither FNC1 nor ECI.');
        }
        if ($micro && $version instanceof Version) {
            throw new InvalidSymbol('Versions of Micro QR Code are M1 to M4.');
        }
    }

    /** The same with a word about what the text is made of. */
    public function withFnc1(Segment $fnc1): self
    {
        return new self($this->level, $this->version, $this->mask, $this->set, $this->raiseLevel, $fnc1, $this->micro, $this->modes);
    }

    /** Whether a Micro QR Code symbol is asked for. */
    public function isMicro(): bool
    {
        return $this->micro || $this->version instanceof MicroVersion;
    }

    /**
     * The versions that may be used, smallest first.
     *
     * @return list<SymbolVersion>
     */
    public function versions(): array
    {
        /** @var ?list<Version> $all */
        static $all = null;
        if ($this->version !== null) {
            return [$this->version];
        }

        return $this->isMicro() ? MicroVersion::cases() : $all ??= array_map(Version::of(...), range(1, Version::MAX));
    }
}
