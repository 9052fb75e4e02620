<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** Draws a scene as a PDF 1.4 page of exactly its size (ISO 32000-1), vector. */
final class PdfRenderer
{
    private const NAMES = ['move' => 'm', 'line' => 'l', 'curve' => 'c', 'close' => 'h'];

    /** @var list<string> objects after the first five */
    private array $objects = [];

    /** @var array<string, string> shadings and pictures by their name */
    private array $shadings = [];

    /** @var array<string, string> */
    private array $pictures = [];

    private function __construct(private readonly PrintInk $inks)
    {
    }

    public static function render(Scene $scene, PrintInk $inks = PrintInk::Rgb): string
    {
        return (new self($inks))->page($scene);
    }

    private function page(Scene $scene): string
    {
        $layout = $scene->layout;
        $dot = 72 / $layout->dpi;
        [$width, $height] = [$layout->sidePx * $dot, $layout->heightPx * $dot];
        $module = $layout->modulePx * $dot;
        // Modules downwards from the symbol's corner, as the scene counts them.
        $content = sprintf("%.6F 0 0 -%.6F %.4F %.4F cm\n", $module, $module, $layout->before * $dot, $height - $layout->above * $dot);
        foreach ($scene->parts as $part) {
            $content .= $part instanceof Picture ? $this->picture($part) : $this->filled($part);
        }
        $content = (string) gzcompress($content);

        return self::file([
            '<< /Type /Catalog /Pages 2 0 R >>',
            '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
            sprintf('<< /Type /Page /Parent 2 0 R /MediaBox [0 0 %.4F %.4F] /Resources << /Shading << %s >> /XObject << %s >> >> /Contents 4 0 R >>', $width, $height, self::names($this->shadings), self::names($this->pictures)),
            sprintf("<< /Length %d /Filter /FlateDecode >>\nstream\n%s\nendstream", strlen($content), $content),
            '<< /Title <FEFF'.bin2hex(mb_convert_encoding($scene->title, 'UTF-16BE', 'UTF-8')).'> /Producer (Keen Glyph) >>',
            ...$this->objects,
        ]);
    }

    /** @param  array<string, string>  $named */
    private static function names(array $named): string
    {
        return implode(' ', array_map(static fn (string $name, string $object): string => "/$name $object", array_keys($named), $named));
    }

    private function filled(Piece|Field $part): string
    {
        $placed = VectorPath::placed($part);
        if ($placed === []) {
            return '';
        }
        $path = VectorPath::operators($placed, self::NAMES);
        $star = $part instanceof Piece && $part->evenOdd ? '*' : '';
        if ($part->paint->gradient === null) {
            return $this->inks->values($part->paint->ink).($this->inks === PrintInk::Cmyk ? ' k' : ' rg')."\n{$path}f$star\n";
        }
        $name = 'S'.count($this->shadings);
        $this->shadings[$name] = ShadingText::of($part->paint->gradient, $part->paint->side, $this->inks);

        return "q\n{$path}W$star n\n/$name sh\nQ\n";
    }

    private function picture(Picture $picture): string
    {
        [$rgb, $alpha] = [(string) preg_replace('/(...)./s', '$1', $picture->art->rgba), (string) preg_replace('/...(.)/s', '$1', $picture->art->rgba)];
        $mask = $this->add($this->pixels($picture, $alpha, 'DeviceGray', ''));
        $name = 'P'.count($this->pictures);
        $this->pictures[$name] = $this->add($this->pixels($picture, $this->inks->pixels($rgb), $this->inks->space(), " /SMask $mask"));

        // Pictures stand on their feet: the box is turned over once more.
        return sprintf("q %.4F 0 0 -%.4F %.4F %.4F cm /%s Do Q\n", $picture->width, $picture->height, $picture->x, $picture->y + $picture->height, $name);
    }

    private function pixels(Picture $picture, string $bytes, string $space, string $more): string
    {
        $data = (string) gzcompress($bytes);

        return sprintf(
            "<< /Type /XObject /Subtype /Image /Width %d /Height %d /ColorSpace /%s /BitsPerComponent 8 /Filter /FlateDecode /Length %d%s >>\nstream\n%s\nendstream",
            $picture->art->width, $picture->art->height, $space, strlen($data), $more, $data,
        );
    }

    /** @return string reference to the new object */
    private function add(string $object): string
    {
        $this->objects[] = $object;

        return (5 + count($this->objects)).' 0 R';
    }

    /** @param  list<string>  $objects  the first is the catalogue, the fifth the information */
    private static function file(array $objects): string
    {
        $pdf = "%PDF-1.4\n%\xE2\xE3\xCF\xD3\n";
        $offsets = [];
        foreach ($objects as $i => $object) {
            $offsets[] = strlen($pdf);
            $pdf .= ($i + 1)." 0 obj\n$object\nendobj\n";
        }
        $table = strlen($pdf);
        $pdf .= sprintf("xref\n0 %d\n0000000000 65535 f \n", count($objects) + 1);
        foreach ($offsets as $offset) {
            $pdf .= sprintf("%010d 00000 n \n", $offset);
        }

        return $pdf.sprintf("trailer\n<< /Size %d /Root 1 0 R /Info 5 0 R >>\nstartxref\n%d\n%%%%EOF\n", count($objects) + 1, $table);
    }
}
