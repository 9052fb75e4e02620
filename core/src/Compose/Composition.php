<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Compose;

use KeenGlyph\Core\Degrade\PrintedLabel;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Proof\Ledger;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\Scene;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\StructuredAppend;
use KeenGlyph\Core\Symbol\SymbolVersion;

/**
 * What was asked for, carried out: the payload, its symbol, where everything lies, the pictures and the ledger. Whatever
 * costs more than encoding is made when it is first asked for, and once.
 */
final class Composition
{
    /** Pixels a module of a drawing that cameras look at, and pixels in all. */
    private const FINE = [4, 12];

    private const FINE_PIXELS = 700_000;

    /** The finish with the payload's readable text in its caption. */
    public readonly Finish $finish;

    private ?Layout $layout = null;

    private ?Layout $exact = null;

    private ?Scene $scene = null;

    private ?string $png = null;

    private ?Subject $subject = null;

    private function __construct(
        public readonly Payload $payload,
        public readonly QrSymbol $symbol,
        public readonly EncodeOptions $encoding,
        public readonly CompositionOptions $options,
    ) {
        $this->finish = $options->finish->withReadableText($payload->text === '' ? '' : $payload->readable());
    }

    /**
     * @throws RefusedPayload when no symbol may be made of what it says
     * @throws \KeenGlyph\Core\Symbol\InvalidSymbol when it does not fit, or the options exclude one another
     */
    public static function of(PayloadInput $input, CompositionOptions $options = new CompositionOptions, Context $context = new Context): self
    {
        $payload = self::drawable($input, $options, $context);
        $encoding = self::encodingFor($payload, $options);

        return new self($payload, Encoder::encode($payload->text, $encoding), $encoding, $options);
    }

    /**
     * What it says and the version that holds it, without drawing anything: a table of a hundred thousand rows is looked
     * through in seconds.
     *
     * @return array{Payload, SymbolVersion}
     *
     * @throws RefusedPayload|\KeenGlyph\Core\Symbol\InvalidSymbol
     */
    public static function fit(PayloadInput $input, CompositionOptions $options = new CompositionOptions, Context $context = new Context): array
    {
        $payload = self::drawable($input, $options, $context);

        return [$payload, Encoder::fit($payload->text, self::encodingFor($payload, $options))->version];
    }

    /**
     * One text spread over several symbols (ISO/IEC 18004:2015 clause 8).
     *
     * @param  int  $symbols  how many, 2 to 16
     * @return list<self> in order
     *
     * @throws RefusedPayload|\KeenGlyph\Core\Symbol\InvalidSymbol
     */
    public static function sequence(PayloadInput $input, int $symbols, CompositionOptions $options = new CompositionOptions, Context $context = new Context): array
    {
        $payload = self::drawable($input, $options, $context);
        $encoding = self::encodingFor($payload, $options);

        return array_map(static fn (QrSymbol $symbol): self => new self($payload, $symbol, $encoding, $options), StructuredAppend::encode($payload->text, $symbols, $encoding));
    }

    /**
     * Places in pixels, or in a printer's dots.
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish when the finish or the size leaves no room
     */
    public function layout(): Layout
    {
        return $this->layout ??= Layout::of($this->symbol->matrix->size(), $this->finish, $this->options->size);
    }

    /**
     * Where a file of this format has its parts: one without dots keeps a length exactly, unless dots are asked for.
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish
     */
    public function layoutFor(PictureFormat $format): Layout
    {
        $millimetres = $this->options->size->askedMm;

        return ! $format->isVector() || $millimetres === null || $this->options->print->wholeDots
            ? $this->layout()
            : $this->exact ??= Layout::exact($this->symbol->matrix->size(), $this->finish, $millimetres);
    }

    /** @throws \KeenGlyph\Core\Finish\InvalidFinish when the shipped face lacks a letter */
    public function sceneFor(PictureFormat $format): Scene
    {
        $layout = $this->layoutFor($format);

        return $layout === $this->layout ? $this->scene() : $this->sceneIn($layout);
    }

    /**
     * The finished file.
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish|\KeenGlyph\Core\Image\PictureNotMade
     */
    public function picture(PictureFormat $format): string
    {
        return $format === PictureFormat::Png
            ? $this->png()
            : $format->draw($this->sceneFor($format), $this->symbol->matrix, $this->finish, $this->options->print->inks, $this->options->size->askedMm !== null, $this->png);
    }

    /** Names the finished file: the same key is the same picture, and a renderer that draws otherwise gives another. */
    public function pictureKey(PictureFormat $format): PictureKey
    {
        return PictureKey::of($this, $format);
    }

    /** What the checks look at. */
    public function subject(): Subject
    {
        $layout = $this->layout();
        $isReadBack = $layout->sidePx * $layout->heightPx <= Subject::MAX_PIXELS;
        $print = $this->options->print;

        return $this->subject ??= new Subject(
            $this->payload, $this->symbol, $this->encoding, $this->finish, $layout, $isReadBack ? $this->png() : null,
            $print->printing, $print->distanceMm, $print->reserve,
        );
    }

    /**
     * The drawing at its physical size, finely enough for cameras to look at.
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish
     */
    public function printed(): PrintedLabel
    {
        $n = $this->symbol->matrix->size();
        $usual = $this->layout();
        $fine = (int) max(self::FINE[0], min(self::FINE[1], floor(sqrt(self::FINE_PIXELS / max(1, $usual->sidePx * $usual->heightPx)) * $usual->modulePx)));
        $layout = Layout::of($n, $this->finish, Size::ofModule($fine));
        [$left, $top] = [(float) $layout->before, (float) $layout->above];
        $side = (float) $n * $fine;

        return PrintedLabel::of(
            PngRenderer::render($this->sceneIn($layout)),
            [new Point($left, $top), new Point($left + $side, $top), new Point($left + $side, $top + $side), new Point($left, $top + $side)],
            $n, $usual->moduleMm(), $layout->quiet(), $this->finish->isReversed(),
            new PictureDecoder(paper: $this->finish->inks->light),
        );
    }

    /** @return list<LedgerLine> */
    public function ledger(): array
    {
        return Ledger::of($this->subject());
    }

    /** What a screen reader says in place of the picture. */
    public function title(): string
    {
        return $this->options->title ?? 'QR code: '.$this->name();
    }

    /** What the picture is called: its name, or what it says with element strings in brackets. */
    public function name(): string
    {
        $elements = $this->payload->kind === Kind::Gs1Elements ? $this->payload->elements()?->bracketed() : null;

        return $this->options->name ?? $elements ?? mb_scrub($this->payload->text, 'UTF-8');
    }

    /** What is in it, for those who ask a picture. */
    public function description(): string
    {
        return sprintf('%s, version %s, %d bytes', $this->payload->kind->label(), $this->symbol->designation(), strlen($this->symbol->text));
    }

    private function png(): string
    {
        return $this->png ??= PngRenderer::render($this->scene());
    }

    private function scene(): Scene
    {
        return $this->scene ??= $this->sceneIn($this->layout());
    }

    private function sceneIn(Layout $layout): Scene
    {
        // The cross in the middle of a Swiss bill.
        $overlay = $this->payload->kind === Kind::Swiss ? Overlay::swissCross($this->symbol->matrix->size()) : null;

        return SceneBuilder::of($this->symbol, $this->finish, $layout, $this->title(), $overlay, $this->description());
    }

    private static function drawable(PayloadInput $input, CompositionOptions $options, Context $context): Payload
    {
        $payload = $input->payload($context);
        RefusedPayload::demandDrawable($payload, $input->isFromFields(), $options->asIs);

        return $payload;
    }

    private static function encodingFor(Payload $payload, CompositionOptions $options): EncodeOptions
    {
        return $payload->kind->metadata()->needsFnc1 && $options->encoding->fnc1 === null ? $options->encoding->withFnc1(Segment::fnc1First()) : $options->encoding;
    }
}
