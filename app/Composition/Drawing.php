<?php

declare(strict_types=1);

namespace App\Composition;

use App\Support\FileName;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\Scene;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\QrSymbol;

/** A composition carried out: the symbol, its place in the picture, and the pictures themselves. */
final class Drawing
{
    private ?string $png = null;

    private ?Scene $scene = null;

    private ?Subject $subject = null;

    private ?Layout $exact = null;

    private function __construct(
        public readonly Composition $composition,
        public readonly Payload $payload,
        public readonly QrSymbol $symbol,
        public readonly Layout $layout,
    ) {
    }

    /**
     * @throws RefusedPayload when no symbol may be made of the text
     * @throws \KeenGlyph\Core\Symbol\InvalidSymbol|\KeenGlyph\Core\Finish\InvalidFinish
     */
    public static function of(Composition $composition): self
    {
        $payload = $composition->payload;
        if ($payload->obstacle($composition->asIs) !== null) {
            throw new RefusedPayload($payload, $composition->fromFields);
        }
        $symbol = Encoder::encode($payload->text, $composition->encoding);

        return new self($composition, $payload, $symbol, Layout::of($symbol->matrix->size(), $composition->finish, $composition->size));
    }

    /** Where a file of this format has its parts: one without dots keeps a length exactly, unless dots are asked for. */
    public function layoutFor(PictureFormat $format): Layout
    {
        $millimetres = $this->layout->askedMm;

        return ! $format->isVector() || $millimetres === null || $this->composition->wholeDots
            ? $this->layout
            : $this->exact ??= Layout::exact($this->layout->modules, $this->composition->finish, $millimetres);
    }

    public function png(): string
    {
        return $this->png ??= PngRenderer::render($this->scene());
    }

    public function picture(PictureFormat $format): string
    {
        $layout = $this->layoutFor($format);

        return $format === PictureFormat::Png
            ? $this->png()
            : $format->draw($layout === $this->layout ? $this->scene() : $this->sceneIn($layout), $this->symbol->matrix, $this->composition->finish, $this->composition->inks, $this->layout->askedMm !== null, $this->png);
    }

    /** What the checks look at. */
    public function subject(): Subject
    {
        $isReadBack = $this->layout->sidePx * $this->layout->heightPx <= Subject::MAX_PIXELS;

        return $this->subject ??= new Subject(
            $this->payload, $this->symbol, $this->composition->encoding, $this->composition->finish, $this->layout, $isReadBack ? $this->png() : null,
            $this->composition->printing, $this->composition->distanceMm, $this->composition->reserve,
        );
    }

    private function scene(): Scene
    {
        return $this->scene ??= $this->sceneIn($this->layout);
    }

    private function sceneIn(Layout $layout): Scene
    {
        return SceneBuilder::of($this->symbol, $this->composition->finish, $layout, $this->title(), $this->overlay(), $this->description());
    }

    /** What a screen reader says in place of the picture. */
    public function title(): string
    {
        return 'QR code: '.($this->composition->name ?? self::inWords($this->payload));
    }

    /** What is in it, for those who ask a picture. */
    private function description(): string
    {
        return sprintf('%s, version %s, %d bytes', $this->payload->kind->label(), $this->symbol->designation(), strlen($this->payload->text));
    }

    public function fileName(PictureFormat $format): string
    {
        return FileName::of($this->composition->name ?? self::inWords($this->payload), $this->symbol, $this->layout, $format->value);
    }

    /** The cross in the middle of a Swiss bill. */
    private function overlay(): ?Overlay
    {
        return $this->payload->kind === Kind::Swiss ? Overlay::swissCross($this->symbol->matrix->size()) : null;
    }

    /** A text that people can read: element strings with brackets, others as they stand. */
    private static function inWords(Payload $payload): string
    {
        return $payload->kind === Kind::Gs1Elements ? $payload->elements()?->bracketed() ?? $payload->text : $payload->text;
    }
}
