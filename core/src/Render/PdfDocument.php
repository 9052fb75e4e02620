<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use LogicException;
use RuntimeException;

/**
 * A PDF 1.4 file (ISO 32000-1) that grows page by page. Pictures and gradients that occur more than once are written
 * once and shared.
 */
final class PdfDocument
{
    private const NAMES = ['move' => 'm', 'line' => 'l', 'curve' => 'c', 'close' => 'h'];

    private const POINTS_A_MM = 72 / 25.4;

    /** The catalogue, the list of pages and the information come first. */
    private const FIXED = 3;

    /** Bytes of objects that are held in memory before there is a temporary file. */
    private const MEMORY = 1_048_576;

    /** @var resource objects after the fixed ones, one after the other */
    private $objects;

    /** @var list<int> where each of them begins */
    private array $places = [];

    private int $length = 0;

    /** @var array<string, string> references to shared objects by a hash of what they hold */
    private array $shared = [];

    /** @var list<string> references */
    private array $pages = [];

    /** @var array<string, string> gradients of the page that is being written, by their name */
    private array $shadings = [];

    /** @var array<string, string> pictures of that page */
    private array $pictures = [];

    /** @param  string  $title  of the whole file, in UTF-8 */
    public function __construct(
        private readonly string $title,
        private readonly PrintInk $inks = PrintInk::Rgb,
    ) {
        $this->objects = fopen('php://temp/maxmemory:'.self::MEMORY, 'w+b') ?: throw new RuntimeException('There is no room for a temporary file.');
    }

    /** Adds a page of exactly the scene's size. */
    public function page(Scene $scene): void
    {
        $dot = 72 / $scene->layout->dpi;
        $this->add($scene->layout->sidePx * $dot, $scene->layout->heightPx * $dot, [new PlacedScene($scene)]);
    }

    /**
     * Adds a page that holds several scenes, such as a sheet of labels.
     *
     * @param  float  $widthMm  of the sheet, in millimetres
     * @param  list<PlacedScene>  $scenes  later ones cover earlier ones
     * @param  list<array{float, float, float, float}>  $lines  hairlines over them, from one place to another in millimetres from the upper left corner
     */
    public function sheet(float $widthMm, float $heightMm, array $scenes, array $lines = []): void
    {
        $this->add($widthMm * self::POINTS_A_MM, $heightMm * self::POINTS_A_MM, $scenes, $lines);
    }

    /**
     * The whole file, for documents of some pages.
     *
     * @throws LogicException when it has no page yet
     */
    public function bytes(): string
    {
        $file = fopen('php://memory', 'w+b') ?: throw new RuntimeException('There is no memory for the file.');
        $this->write($file);
        rewind($file);

        return (string) stream_get_contents($file);
    }

    /**
     * Writes the whole file, however many pages it has, without holding it in memory.
     *
     * @param  resource  $file
     *
     * @throws LogicException when it has no page yet
     * @throws RuntimeException when there is no room for it
     */
    public function write($file): void
    {
        if ($this->pages === []) {
            throw new LogicException('A document has at least one page.');
        }
        [$head, $places] = ["%PDF-1.4\n%\xE2\xE3\xCF\xD3\n", []];
        foreach ([
            '<< /Type /Catalog /Pages 2 0 R >>',
            sprintf('<< /Type /Pages /Kids [%s] /Count %d >>', implode(' ', $this->pages), count($this->pages)),
            '<< /Title <FEFF'.bin2hex(mb_convert_encoding($this->title, 'UTF-16BE', 'UTF-8')).'> /Producer (Keen Glyph) >>',
        ] as $i => $object) {
            $places[] = strlen($head);
            $head .= self::numbered($i + 1, $object);
        }
        self::put($file, $head);
        rewind($this->objects);
        stream_copy_to_stream($this->objects, $file) === $this->length || throw new RuntimeException('There is no room for the file.');
        $count = self::FIXED + count($this->places) + 1;
        self::put($file, sprintf("xref\n0 %d\n0000000000 65535 f \n", $count));
        foreach ($places as $place) {
            self::put($file, sprintf("%010d 00000 n \n", $place));
        }
        foreach ($this->places as $place) {
            self::put($file, sprintf("%010d 00000 n \n", strlen($head) + $place));
        }
        self::put($file, sprintf("trailer\n<< /Size %d /Root 1 0 R /Info 3 0 R >>\nstartxref\n%d\n%%%%EOF\n", $count, strlen($head) + $this->length));
    }

    /**
     * @param  float  $width  in points
     * @param  list<PlacedScene>  $scenes
     * @param  list<array{float, float, float, float}>  $lines
     */
    private function add(float $width, float $height, array $scenes, array $lines = []): void
    {
        [$this->shadings, $this->pictures] = [[], []];
        $content = '';
        foreach ($scenes as $placed) {
            $content .= $this->content($placed, $height, count($scenes) > 1 || $lines !== []);
        }
        foreach ($lines as $i => [$fromX, $fromY, $toX, $toY]) {
            $content .= ($i === 0 ? "0.25 w 0 G\n" : '').sprintf("%.4F %.4F m %.4F %.4F l S\n", $fromX * self::POINTS_A_MM, $height - $fromY * self::POINTS_A_MM, $toX * self::POINTS_A_MM, $height - $toY * self::POINTS_A_MM);
        }
        $content = (string) gzcompress($content);
        $stream = $this->object(sprintf("<< /Length %d /Filter /FlateDecode >>\nstream\n%s\nendstream", strlen($content), $content));
        $this->pages[] = $this->object(sprintf(
            '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 %.4F %.4F] /Resources << /Shading << %s >> /XObject << %s >> >> /Contents %s >>',
            $width, $height, self::names($this->shadings), self::names($this->pictures), $stream,
        ));
    }

    /** @param  bool  $apart  whether other scenes follow, so that this one's place must not hold for them */
    private function content(PlacedScene $placed, float $height, bool $apart): string
    {
        $layout = $placed->scene->layout;
        $dot = 72 / $layout->dpi;
        $module = $layout->modulePx * $dot;
        // Modules downwards from the symbol's corner, as the scene counts them.
        $content = sprintf(
            "%.6F 0 0 -%.6F %.4F %.4F cm\n", $module, $module,
            $placed->leftMm * self::POINTS_A_MM + $layout->before * $dot, $height - $placed->topMm * self::POINTS_A_MM - $layout->above * $dot,
        );
        foreach ($placed->scene->parts as $part) {
            $content .= $part instanceof Picture ? $this->picture($part) : $this->filled($part);
        }

        return $apart ? "q\n{$content}Q\n" : $content;
    }

    /** @param  array<string, string>  $named */
    private static function names(array $named): string
    {
        return implode(' ', array_map(static fn (string $name, string $object): string => "/$name $object", array_keys($named), $named));
    }

    private function filled(Piece|ModuleField $part): string
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
        $name = self::named($this->shadings, $this->share(ShadingText::of($part->paint->gradient, $part->paint->side, $this->inks)), 'S');

        return "q\n{$path}W$star n\n/$name sh\nQ\n";
    }

    private function picture(Picture $picture): string
    {
        [$rgb, $alpha] = [(string) preg_replace('/(...)./s', '$1', $picture->art->rgba), (string) preg_replace('/...(.)/s', '$1', $picture->art->rgba)];
        $mask = $this->share($this->pixels($picture, $alpha, 'DeviceGray', ''));
        $name = self::named($this->pictures, $this->share($this->pixels($picture, $this->inks->pixels($rgb), $this->inks->space(), " /SMask $mask")), 'P');

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

    /** @return string reference to the object that holds this, the one there is or a new one */
    private function share(string $object): string
    {
        return $this->shared[hash('xxh128', $object)] ??= $this->object($object);
    }

    /** @return string reference to the new object */
    private function object(string $object): string
    {
        $number = self::FIXED + count($this->places) + 1;
        $bytes = self::numbered($number, $object);
        self::put($this->objects, $bytes);
        $this->places[] = $this->length;
        $this->length += strlen($bytes);

        return "$number 0 R";
    }

    private static function numbered(int $number, string $object): string
    {
        return "$number 0 obj\n$object\nendobj\n";
    }

    /** @param  resource  $file */
    private static function put($file, string $bytes): void
    {
        @fwrite($file, $bytes) === strlen($bytes) || throw new RuntimeException('There is no room for the file.');
    }

    /**
     * The name by which this page knows an object.
     *
     * @param  array<string, string>  $named
     */
    private static function named(array &$named, string $reference, string $letter): string
    {
        $known = array_search($reference, $named, true);
        if ($known !== false) {
            return $known;
        }
        $name = $letter.count($named);
        $named[$name] = $reference;

        return $name;
    }
}
