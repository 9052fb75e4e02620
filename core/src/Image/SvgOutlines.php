<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use DOMDocument;
use DOMElement;
use DOMXPath;
use InvalidArgumentException;
use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\MarkOutline;
use KeenGlyph\Core\Finish\OutlineArt;
use KeenGlyph\Core\Render\AffineMap;
use KeenGlyph\Core\Render\Path;
use KeenGlyph\Core\Render\PathData;
use KeenGlyph\Core\Render\Stroke;

/**
 * What can be drawn of an SVG file (SVG 2): filled and stroked shapes, moved and turned by their groups. Nothing of
 * the file itself is kept, so nothing hidden in it can come out again.
 */
final class SvgOutlines
{
    private const MAX_BYTES = 300_000;

    private const MAX_ELEMENTS = 3_000;

    private const MAX_COMMANDS = 8_000;

    private const MAX_DEPTH = 32;

    /** Elements of any kind. */
    private const MAX_NODES = 10_000;

    /** Seconds that drawing may take. */
    private const SECONDS = 1.5;

    /** Elements that draw nothing by themselves. */
    private const SILENT = ['defs', 'title', 'desc', 'metadata', 'style', 'clipPath', 'mask', 'symbol', 'linearGradient', 'radialGradient', 'filter', 'pattern', 'marker'];

    private const INHERITED = ['fill', 'stroke', 'stroke-width', 'stroke-linecap', 'fill-rule'];

    /** @var list<MarkOutline> */
    private array $outlines = [];

    private int $elements = 0;

    private int $commands = 0;

    /** @var array<string, array<string, string>> declarations by class */
    private array $classes = [];

    /** @var array<string, DOMElement> first stops by gradient */
    private array $stops = [];

    /** @var array<string, Colour> */
    private array $gradients = [];

    private readonly int $started;

    private function __construct(private readonly DOMDocument $document, private readonly float $scale)
    {
        $this->started = (int) hrtime(true);
    }

    /** @throws InvalidFinish */
    public static function read(string $bytes): OutlineArt
    {
        if (strlen($bytes) > self::MAX_BYTES) {
            throw self::refusal(sprintf('The SVG file has %d KB; 300 KB is the most.', intdiv(strlen($bytes), 1000)));
        }
        if (! mb_check_encoding($bytes, 'UTF-8') || str_contains($bytes, "\0")) {
            throw self::refusal('The SVG file is not written in UTF-8.');
        }
        if (preg_match('/<!\s*(DOCTYPE|ENTITY)/i', $bytes) === 1) {
            throw self::refusal('The SVG file declares a document type or entities, which can hide harm. Save it as plain SVG without them.');
        }
        foreach (['script' => 'a script', 'foreignObject' => 'a foreign object', 'iframe' => 'a frame', 'handler' => 'a handler'] as $name => $words) {
            if (preg_match("/<\s*(?:[\w.-]+:)?$name\b/i", $bytes) === 1) {
                throw self::refusal("The SVG file has $words in it. Take it out and try again.");
            }
        }
        if (preg_match('/[\s"\'\/]on[a-z]+\s*=|javascript\s*:/i', $bytes) === 1) {
            throw self::refusal('The SVG file has a script in an attribute. Take it out and try again.');
        }
        $document = new DOMDocument;
        $before = libxml_use_internal_errors(true);
        $loaded = $document->loadXML($bytes, LIBXML_NONET | LIBXML_COMPACT);
        libxml_clear_errors();
        libxml_use_internal_errors($before);
        $root = $document->documentElement;
        if (! $loaded || $root === null || $root->localName !== 'svg' || $document->doctype !== null) {
            throw self::refusal('The SVG file is damaged: it is no well-formed XML.');
        }
        [$x, $y, $width, $height] = self::viewBox($root);
        $reader = new self($document, 200 / max($width, $height));
        if ($root->getElementsByTagName('*')->length > self::MAX_NODES) {
            throw self::refusal('The SVG file has more than 10 000 elements. Simplify it first.');
        }
        $reader->styles();
        $reader->gradients();
        $reader->children($root, AffineMap::moved(-$x, -$y), $reader->style($root, []), 0);
        if ($reader->outlines === []) {
            throw self::refusal('The SVG file has no filled or stroked shapes. Text must be turned into outlines first, and pictures inside it are not taken.');
        }

        return new OutlineArt($width, $height, $reader->outlines);
    }

    /** @return array{float, float, float, float} least x and y, width and height, as the attribute has them */
    private static function viewBox(DOMElement $root): array
    {
        $box = array_map('floatval', preg_split('/[\s,]+/', trim($root->getAttribute('viewBox')), -1, PREG_SPLIT_NO_EMPTY) ?: []);
        $box = count($box) === 4 ? $box : [0.0, 0.0, (float) $root->getAttribute('width'), (float) $root->getAttribute('height')];
        if ($box[2] <= 0 || $box[3] <= 0 || max(array_map('abs', $box)) > 1e5 || ! is_finite(array_sum($box))) {
            throw self::refusal('The SVG file states no size: it needs a viewBox, or a width and a height.');
        }

        return [$box[0], $box[1], $box[2], $box[3]];
    }

    /** Classes of style sheets, as drawing programs write them. */
    private function styles(): void
    {
        foreach ((new DOMXPath($this->document))->query('//*[local-name()="style"]') ?: [] as $sheet) {
            $this->hurry();
            preg_match_all('/([^{}]+)\{([^{}]*)\}/', $sheet instanceof DOMElement ? $sheet->textContent : '', $rules, PREG_SET_ORDER);
            foreach (array_slice($rules, 0, 200) as [, $selectors, $declarations]) {
                preg_match_all('/\.([\w-]+)/', $selectors, $names);
                foreach ($names[1] as $name) {
                    $this->classes[$name] = self::declarations($declarations) + ($this->classes[$name] ?? []);
                }
            }
        }
    }

    /** @return array<string, string> */
    private static function declarations(string $text): array
    {
        preg_match_all('/([\w-]+)\s*:\s*([^;]+)/', $text, $found, PREG_SET_ORDER);

        return array_map('trim', array_column($found, 2, 1));
    }

    /**
     * @param  array<string, string>  $style
     */
    private function children(DOMElement $parent, AffineMap $map, array $style, int $depth): void
    {
        if ($depth > self::MAX_DEPTH) {
            throw self::refusal('The SVG file nests its groups deeper than 32.');
        }
        foreach ($parent->childNodes as $node) {
            if (! $node instanceof DOMElement || in_array($node->localName, self::SILENT, true)) {
                continue;
            }
            $this->hurry();
            if (++$this->elements > self::MAX_ELEMENTS) {
                throw self::refusal('The SVG file has more than 3 000 elements. Simplify it first.');
            }
            $own = $this->style($node, $style);
            if (($own['display'] ?? '') === 'none' || ($own['visibility'] ?? '') === 'hidden' || (float) ($own['opacity'] ?? 1) < 0.05) {
                continue;
            }
            $placed = $map->after(self::transform($node->getAttribute('transform')));
            if (! $placed->isWithin(1e9)) {
                throw self::refusal('The SVG file makes a shape larger than can be drawn.');
            }
            if (in_array($node->localName, ['g', 'a', 'svg', 'switch'], true)) {
                $this->children($node, $placed, $own, $depth + 1);
            } else {
                $this->shape($node, $placed, $own);
            }
        }
    }

    /**
     * @param  array<string, string>  $inherited
     * @return array<string, string>
     */
    private function style(DOMElement $element, array $inherited): array
    {
        $style = array_intersect_key($inherited, array_flip(self::INHERITED));
        foreach ([...self::INHERITED, 'display', 'visibility', 'opacity', 'fill-opacity'] as $name) {
            if ($element->hasAttribute($name)) {
                $style[$name] = trim($element->getAttribute($name));
            }
        }
        foreach (preg_split('/\s+/', $element->getAttribute('class'), -1, PREG_SPLIT_NO_EMPTY) ?: [] as $class) {
            $style = ($this->classes[$class] ?? []) + $style;
        }

        return self::declarations($element->getAttribute('style')) + $style;
    }

    /**
     * @param  array<string, string>  $style
     */
    private function shape(DOMElement $element, AffineMap $map, array $style): void
    {
        $data = self::data($element);
        if ($data === null) {
            return;
        }
        try {
            $fill = $this->ink($style['fill'] ?? 'black');
            if ($fill !== null && $element->localName !== 'line' && (float) ($style['fill-opacity'] ?? 1) >= 0.05) {
                $this->add(PathData::parse($data)->transformed($map), $fill, ($style['fill-rule'] ?? '') === 'evenodd');
            }
            $stroke = $this->ink($style['stroke'] ?? 'none');
            $width = (float) ($style['stroke-width'] ?? 1);
            if ($stroke !== null && $width > 0) {
                $round = ($style['stroke-linecap'] ?? '') === 'round';
                $this->add(Stroke::outline(PathData::parse($data, false), min($width, 1e4), $round, $this->scale)->transformed($map), $stroke, false);
            }
        } catch (InvalidArgumentException $e) {
            throw $e instanceof InvalidFinish ? $e : self::refusal($e->getMessage());
        }
    }

    /** @throws InvalidFinish when too much time is over: what is small as a file can be large as work */
    private function hurry(): void
    {
        if ((hrtime(true) - $this->started) / 1e9 > self::SECONDS) {
            throw self::refusal('The SVG file takes too long to draw. Simplify it first.');
        }
    }

    private function add(Path $path, Colour $ink, bool $evenOdd): void
    {
        $this->commands += count($path->commands);
        if ($this->commands > self::MAX_COMMANDS) {
            throw self::refusal('The SVG file has more than 8 000 points to draw. Simplify it first.');
        }
        $data = PathData::write($path);
        if ($data !== '') {
            $this->outlines[] = new MarkOutline($data, $ink, $evenOdd);
        }
    }

    /** The shape as path data (SVG 2, chapter 10); null when it is none. */
    private static function data(DOMElement $element): ?string
    {
        $n = static fn (string $name): float => max(-1e5, min(1e5, (float) $element->getAttribute($name)));
        $f = static fn (float ...$values): string => implode(' ', array_map(static fn (float $value): string => sprintf('%.4F', $value), $values));
        $ellipse = static fn (float $x, float $y, float $rx, float $ry): ?string => $rx > 0 && $ry > 0
            ? 'M'.$f($x - $rx, $y).'A'.$f($rx, $ry).' 0 1 1 '.$f($x + $rx, $y).'A'.$f($rx, $ry).' 0 1 1 '.$f($x - $rx, $y).'Z' : null;
        switch ($element->localName) {
            case 'path':
                return trim($element->getAttribute('d')) ?: null;
            case 'rect':
                [$x, $y, $width, $height] = [$n('x'), $n('y'), $n('width'), $n('height')];
                $radius = min(max($n('rx'), $n('ry')), $width / 2, $height / 2);

                return $width <= 0 || $height <= 0 ? null : PathData::write($radius > 0 ? Path::rounded($x, $y, $width, $height, [$radius, $radius, $radius, $radius]) : Path::box($x, $y, $width, $height));
            case 'circle':
                return $ellipse($n('cx'), $n('cy'), $n('r'), $n('r'));
            case 'ellipse':
                return $ellipse($n('cx'), $n('cy'), $n('rx'), $n('ry'));
            case 'line':
                return 'M'.$f($n('x1'), $n('y1')).'L'.$f($n('x2'), $n('y2'));
            case 'polygon':
            case 'polyline':
                $points = trim($element->getAttribute('points'));

                return $points === '' ? null : "M$points".($element->localName === 'polygon' ? 'Z' : '');
            default:
                return null;
        }
    }

    /** A gradient is taken for its first ink. */
    private function ink(string $paint): ?Colour
    {
        if ($paint === 'none' || $paint === 'transparent') {
            return null;
        }
        if (preg_match('/^url\(\s*[\'"]?#([\w.-]+)/', $paint, $match) === 1) {
            return $this->gradients[$match[1]] ??= $this->gradientInk($match[1]);
        }

        return self::colour($paint);
    }

    private function gradientInk(string $name): Colour
    {
        $stop = $this->stops[$name] ?? null;

        return self::colour($stop === null ? "url(#$name)" : ($this->style($stop, [])['stop-color'] ?? ($stop->getAttribute('stop-color') ?: 'black')));
    }

    /** First stops by the name of their gradient, looked for once. */
    private function gradients(): void
    {
        $found = (new DOMXPath($this->document))->query('//*[(local-name()="linearGradient" or local-name()="radialGradient") and @id]/*[local-name()="stop"][1]');
        foreach ($found ?: [] as $stop) {
            if ($stop instanceof DOMElement && $stop->parentNode instanceof DOMElement) {
                $this->stops[$stop->parentNode->getAttribute('id')] ??= $stop;
            }
        }
    }

    private static function colour(string $text): Colour
    {
        return Colour::fromHex(CssColour::hex($text));
    }

    private static function transform(string $text): AffineMap
    {
        $map = new AffineMap;
        preg_match_all('/(\w+)\s*\(([^)]*)\)/', $text, $steps, PREG_SET_ORDER);
        foreach (array_slice($steps, 0, 20) as [, $name, $values]) {
            $v = array_map(self::finite(...), preg_split('/[\s,]+/', trim($values), -1, PREG_SPLIT_NO_EMPTY) ?: []);
            $v += array_fill(0, 6, null);
            $map = $map->after(match ($name) {
                'matrix' => new AffineMap($v[0] ?? 1.0, $v[1] ?? 0.0, $v[2] ?? 0.0, $v[3] ?? 1.0, $v[4] ?? 0.0, $v[5] ?? 0.0),
                'translate' => AffineMap::moved($v[0] ?? 0.0, $v[1] ?? 0.0),
                'scale' => AffineMap::scaled($v[0] ?? 1.0, $v[1] ?? $v[0] ?? 1.0),
                'rotate' => AffineMap::turned($v[0] ?? 0.0, $v[1] ?? 0.0, $v[2] ?? 0.0),
                'skewX' => new AffineMap(c: tan(deg2rad($v[0] ?? 0.0))),
                'skewY' => new AffineMap(b: tan(deg2rad($v[0] ?? 0.0))),
                default => new AffineMap,
            });
        }

        return $map;
    }

    /** A number that can be reckoned with; anything else would make every place of the drawing none. */
    private static function finite(string $value): float
    {
        if (! is_numeric($value) || ! is_finite((float) $value)) {
            throw self::refusal('The SVG file moves a shape by what is no number: “'.mb_substr($value, 0, 20).'”.');
        }

        return max(-1e5, min(1e5, (float) $value));
    }

    private static function refusal(string $message): InvalidFinish
    {
        return new InvalidFinish('mark.picture', $message);
    }
}
