<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/** The search for symbols in one picture: step by step, the cheapest evidence first, until something is read or nothing is left that could be. */
final class Search
{
    private const LINEAR = ['ean13', 'ean8', 'upca', 'upce', 'itf14', 'code128', 'code39'];

    /** Stretches of lines that are tried through a blur. */
    private const BLURRED = 60;

    private const BLURRED_PATIENT = 100;

    private readonly Pyramid $pyramid;

    private readonly QrReader $qr;

    private readonly LinearReader $linear;

    /** The same on the picture with what lies in shadow brought out, made when it is needed. */
    private ?QrReader $shade = null;

    /** The same on the picture with every grey kept. */
    private ?QrReader $whole = null;

    /** The same on the picture without its shadow. */
    private ?QrReader $unshaded = null;

    private ?ShadowTones $tones = null;

    private ?BlurredReader $blurred = null;

    private ?Texture $texture = null;

    private Failure $failure;

    /** A drawing’s only symbol. */
    private ?Reading $drawn = null;

    /** @var list<Reading> Micro QR Code symbols */
    private array $micro = [];

    /** @var list<Reading> read through a blur that hides the rings of finder patterns */
    private array $matched = [];

    /** @var list<LinearReading> */
    private array $bars = [];

    /** @var list<StepTime> */
    private array $steps = [];

    /**
     * @param  ReadOptions  $options  what is looked for, and how far
     * @param  ReadBudget  $budget  how long it may take, whatever the options say
     */
    public function __construct(LuminancePlane $plane, private readonly ReadOptions $options, private readonly ReadBudget $budget)
    {
        $this->pyramid = Pyramid::of($plane, $this->budget);
        $this->qr = new QrReader($this->pyramid, $this->budget);
        $this->linear = new LinearReader;
        $this->failure = new Failure(Stage::NoFinder);
    }

    /** Takes the steps that are worth taking, in their order. */
    public function run(): ReadOutcome
    {
        $isMore = false;
        foreach (SearchStep::cases() as $step) {
            if (($this->drawn !== null || $this->qr->hasAll()) && $this->options->wants('qr')) {
                return $this->outcome(Ending::Complete);
            }
            if (($this->isFound() && ! $step->isForAll()) || ! $this->isWanted($step)) {
                continue;
            }
            $isTaken = $this->options->effort->covers($this->isDrawn($step) ? Effort::Usual : $step->effort());
            if ($isTaken && $this->budget->isSpent()) {
                return $this->outcome($this->isFound() ? Ending::Found : Ending::Time);
            }
            try {
                if ($isTaken && $this->isPromising($step)) {
                    $this->measure($step);
                }
                $isMore = $isMore || (! $isTaken && $this->isPromising($step));
            } catch (TimeIsUp) {
                // What has been read stays, and that the time is spent is seen before the next step.
                continue;
            }
        }

        return $this->outcome(match (true) {
            $this->isFound() => Ending::Found,
            $this->budget->isSpent() => Ending::Time,
            $isMore => Ending::Effort,
            default => Ending::Nothing,
        });
    }

    /**
     * Takes a step and keeps its time.
     *
     * @throws TimeIsUp
     */
    private function measure(SearchStep $step): void
    {
        $start = hrtime(true);
        $before = count($this->readings()) + count($this->bars);
        try {
            $this->take($step);
        } finally {
            $this->steps[] = new StepTime($step, (hrtime(true) - $start) / 1e6, count($this->readings()) + count($this->bars) > $before);
        }
    }

    private function outcome(Ending $ending): ReadOutcome
    {
        $readings = $this->readings();

        return new ReadOutcome($readings, $readings === [] && $this->bars === [] ? $this->failure->furthest($this->qr->failure()) : null, $this->bars, $ending, $this->steps);
    }

    /** @return list<Reading> */
    private function readings(): array
    {
        return [...($this->options->wants('qr') ? [...($this->drawn === null ? [] : [$this->drawn]), ...$this->qr->readings(), ...$this->whole?->readings() ?? [], ...$this->shade?->readings() ?? [], ...$this->unshaded?->readings() ?? [], ...$this->matched] : []), ...$this->micro];
    }

    private function isFound(): bool
    {
        return $this->readings() !== [] || $this->bars !== [];
    }

    private function isWanted(SearchStep $step): bool
    {
        return match (true) {
            $step->isLinear() => $this->options->wants(...self::LINEAR),
            $step === SearchStep::Overview => $this->options->wants('qr', 'microqr'),
            $step === SearchStep::Micro => $this->options->wants('microqr'),
            default => $this->options->wants('qr'),
        };
    }

    /** Whether there is any evidence that the step could read something. */
    private function isPromising(SearchStep $step): bool
    {
        return match ($step) {
            SearchStep::Drawn, SearchStep::Overview => true,
            SearchStep::ShadowTones => ($this->tones = ShadowTones::of($this->pyramid->picture())) !== null,
            SearchStep::Micro => $this->qr->free() !== [],
            SearchStep::LevelBars => $this->texture()->hasBars(),
            SearchStep::Pairs => count($this->qr->free()) > 1,
            SearchStep::SlantedBars => $this->texture()->barAngles() !== [],
            SearchStep::BlurredBars => $this->options->effort === Effort::Patient ? $this->texture()->hasBars() : $this->texture()->hasSoft() && $this->texture()->isMostlyBars(),
            SearchStep::EveryAngle => $this->texture()->hasBars(),
            SearchStep::ShadeQuarter, SearchStep::ShadeHalf => $this->texture()->hasModules() && $this->texture()->hasShade(),
            SearchStep::RingQuarter, SearchStep::RingHalf, SearchStep::MatchedQuarter, SearchStep::MatchedHalf => $this->texture()->hasModules() && ($this->options->effort === Effort::Patient || $this->texture()->hasSoft()),
            // At full size all that is sharp is seen.
            SearchStep::NearQuarter, SearchStep::NearHalf => $this->texture()->hasModules() && $this->isNear(),
            default => $this->texture()->hasModules(),
        };
    }

    /** Whether the step is for modules of one pixel, and the picture has the two tones of one that was drawn so. */
    private function isDrawn(SearchStep $step): bool
    {
        return $step === SearchStep::Doubled && $this->pyramid->level(0)->isTwoTone();
    }

    private function texture(): Texture
    {
        return $this->texture ??= Texture::of($this->pyramid, array_map(static fn (Reading $reading): SymbolFrame => $reading->frame, $this->readings()), $this->budget);
    }

    private function take(SearchStep $step): void
    {
        match ($step) {
            SearchStep::Drawn => $this->drawn = DrawnReader::read($this->pyramid->picture()),
            SearchStep::Overview => $this->qr->descend(),
            SearchStep::ShadowTones => $this->lookWithoutShadow(),
            SearchStep::Micro => $this->readMicro(),
            SearchStep::LevelBars => $this->addBars($this->linear->level($this->pyramid, $this->budget, $this->besideAngles(), $this->texture()->bars())),
            SearchStep::Pairs => $this->qr->pairs(),
            SearchStep::SlantedBars => $this->addBars($this->linear->slanted($this->pyramid, $this->budget, $this->texture()->barAngles(), $this->texture()->fineBarAngles(), $this->texture()->bars())),
            SearchStep::MatchedQuarter => $this->match(3, 2),
            SearchStep::MatchedHalf => $this->match(1),
            SearchStep::MatchedFull => $this->match(0),
            SearchStep::RingQuarter => $this->lookThroughBlur(2),
            SearchStep::RingHalf => $this->lookThroughBlur(1),
            SearchStep::ShadeQuarter => $this->lookIntoShade(2),
            SearchStep::ShadeHalf => $this->lookIntoShade(1),
            SearchStep::BlurredBars => $this->addBars($this->linear->throughBlur($this->pyramid, $this->budget, [...$this->texture()->barAngles(), ...$this->texture()->fineBarAngles(), 0.0, 90.0], $this->options->effort === Effort::Patient ? self::BLURRED_PATIENT : self::BLURRED, $this->texture()->bars())),
            SearchStep::RingFull => $this->lookThroughBlur(0),
            SearchStep::NearQuarter => $this->lookAgain(2, $this->near(...), rule: CoreRule::damaged()),
            SearchStep::NearHalf => $this->lookAgain(1, $this->near(...), rule: CoreRule::damaged()),
            SearchStep::NearFull => $this->lookAgain(0, $this->near(...), rule: CoreRule::damaged()),
            SearchStep::SharpQuarter => $this->lookAgain(2, self::plain(...), true),
            SearchStep::SharpHalf => $this->lookAgain(1, self::plain(...), true),
            SearchStep::SharpFull => $this->lookAgain(0, self::plain(...), true),
            SearchStep::Doubled => $this->lookAgain(-1, self::plain(...)),
            SearchStep::SharpDoubled => $this->lookAgain(-1, self::plain(...), true),
            SearchStep::EveryAngle => $this->addBars($this->linear->everyAngle($this->pyramid, $this->budget)),
        };
    }

    /** @param  callable(Pyramid, int): BitPlane  $bits */
    private function lookAgain(int $level, callable $bits, bool $sharp = false, ?CoreRule $rule = null): void
    {
        $this->qr->lookAgain($level, static fn (Pyramid $pyramid): BitPlane => $bits($pyramid, $level), $sharp, $rule);
    }

    private function lookThroughBlur(int $level): void
    {
        $this->lookForRings($this->whole ??= new QrReader($this->pyramid->whole(), $this->budget), $level);
    }

    /** Compares with blurred finder patterns, at the smaller size first. */
    private function match(int ...$levels): void
    {
        $reader = $this->blurred ??= new BlurredReader($this->pyramid->whole(), $this->budget);
        foreach ($levels as $level) {
            $reading = $this->matched === [] ? $reader->read($level) : null;
            $this->matched = [...$this->matched, ...($reading === null ? [] : [$reading])];
        }
        $this->failure = $this->failure->furthest($reader->failure());
    }

    private function lookIntoShade(int $level): void
    {
        $this->lookForRings($this->shade ??= new QrReader($this->pyramid->lifted(), $this->budget), $level);
    }

    private function lookWithoutShadow(): void
    {
        if ($this->tones !== null) {
            $this->unshaded = new QrReader($this->pyramid->seenAs($this->tones->without($this->pyramid->picture())), $this->budget);
            $this->unshaded->descend();
            $this->failure = $this->failure->furthest($this->unshaded->failure());
        }
    }

    private function lookForRings(QrReader $reader, int $level): void
    {
        $reader->lookAgain($level, static fn (Pyramid $pyramid): BitPlane => $pyramid->ringBits($level), rule: CoreRule::blurred());
        $this->failure = $this->failure->furthest($reader->failure());
    }

    private static function plain(Pyramid $pyramid, int $level): BitPlane
    {
        return $pyramid->bits($level);
    }

    private function near(Pyramid $pyramid, int $level): BitPlane
    {
        return $this->isNear() ? $pyramid->nearBits($level) : $pyramid->bits($level);
    }

    /** Whether what is near alone may tell more than what is around: not where all that changes is sharp, of full contrast and on light ground. */
    private function isNear(): bool
    {
        return $this->options->effort === Effort::Patient || $this->texture()->hasDark() || $this->texture()->hasSoft();
    }

    private function readMicro(): void
    {
        [$this->micro, $failure] = MicroReader::read($this->pyramid, $this->qr->free(), $this->budget);
        $this->failure = $this->failure->furthest($failure);
    }

    /** @return list<float> degrees: what stands beside a symbol on a label is turned as it is */
    private function besideAngles(): array
    {
        $readings = $this->readings();
        $angle = $readings === [] ? 0.0 : fmod($readings[0]->turned(), 90.0);

        return $angle > 4 && $angle < 86 ? [$angle, $angle + 90] : [];
    }

    /** @param  list<LinearReading>  $bars */
    private function addBars(array $bars): void
    {
        foreach ($bars as $bar) {
            // A number of twelve digits is one of thirteen that begins with 0, and the bars are the same (GS1 General Specifications 5.2.1.2.5).
            $named = match (true) {
                $this->options->wants($bar->symbology) => $bar,
                $bar->symbology === 'upca' && $this->options->wants('ean13') => $bar->as('ean13', '0'.$bar->text),
                $bar->symbology === 'ean13' && $this->options->wants('upca') && str_starts_with($bar->text, '0') => $bar->as('upca', substr($bar->text, 1)),
                default => null,
            };
            if ($named !== null && ! $this->liesWithin($named)) {
                $this->bars[] = $named;
            }
        }
    }

    /** Rows of modules can look like bars. */
    private function liesWithin(LinearReading $bar): bool
    {
        foreach ($this->readings() as $reading) {
            if ($reading->frame->covers($bar->middle()->x, $bar->middle()->y)) {
                return true;
            }
        }

        return false;
    }
}
