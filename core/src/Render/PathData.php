<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use InvalidArgumentException;

/** Path data as SVG writes it (SVG 2, 9.3) to a path and back. */
final class PathData
{
    /** Numbers that each command takes. */
    private const TAKES = ['M' => 2, 'L' => 2, 'H' => 1, 'V' => 1, 'C' => 6, 'S' => 4, 'Q' => 4, 'T' => 2, 'A' => 7, 'Z' => 0];

    private const MAX_COMMANDS = 20_000;

    /** @var list<array{string, list<float>}> */
    private array $commands = [];

    private float $x = 0.0;

    private float $y = 0.0;

    private float $startX = 0.0;

    private float $startY = 0.0;

    /** @var ?array{string, float, float} last control point, for S and T */
    private ?array $control = null;

    private function __construct(private readonly bool $closes)
    {
    }

    /**
     * @param  bool  $closes  whether open outlines are closed, as filling does
     *
     * @throws InvalidArgumentException when it is no path data, or has more than 20 000 commands
     */
    public static function parse(string $data, bool $closes = true): Path
    {
        $reader = new self($closes);
        if (preg_match_all('/([MLHVCSQTAZ])([^MLHVCSQTAZ]*)/i', $data, $parts, PREG_SET_ORDER) === false || preg_match('/^[\s,]*(?:$|M)/i', $data) !== 1) {
            throw new InvalidArgumentException('The outline does not begin with a move.');
        }
        foreach ($parts as [, $letter, $numbers]) {
            $reader->command($letter, $numbers);
        }
        if ($closes) {
            $reader->close();
        }

        return new Path($reader->commands);
    }

    /** Absolute M, L, C and Z, rounded to thousandths. */
    public static function write(Path $path): string
    {
        $data = '';
        foreach ($path->commands as [$letter, $numbers]) {
            $data .= $letter.implode(' ', array_map(self::number(...), $numbers));
        }

        return $data;
    }

    /** A number as short as three decimal places allow, without exponent. */
    public static function number(float $value): string
    {
        return (string) (round($value, 3) + 0.0);
    }

    private function command(string $letter, string $text): void
    {
        $kind = strtoupper($letter);
        $relative = $letter !== $kind;
        $takes = self::TAKES[$kind];
        if ($takes === 0) {
            $this->close();

            return;
        }
        $numbers = self::numbers($text, $kind);
        if ($numbers === [] || count($numbers) % $takes !== 0) {
            throw new InvalidArgumentException("“{$letter}” of the outline has the wrong number of values.");
        }
        foreach (array_chunk($numbers, $takes) as $values) {
            if (count($this->commands) > self::MAX_COMMANDS) {
                throw new InvalidArgumentException('The outline has more than 20 000 commands.');
            }
            $this->draw($kind, $values, $relative ? $this->x : 0.0, $relative ? $this->y : 0.0);
            $kind = $kind === 'M' ? 'L' : $kind;
        }
    }

    /** @param  list<float>  $v */
    private function draw(string $kind, array $v, float $ox, float $oy): void
    {
        $control = $this->control;
        $this->control = null;
        switch ($kind) {
            case 'M':
                if ($this->closes) {
                    $this->close();
                }
                $this->move($ox + $v[0], $oy + $v[1]);
                [$this->startX, $this->startY] = [$this->x, $this->y];
                break;
            case 'L':
                $this->line($ox + $v[0], $oy + $v[1]);
                break;
            case 'H':
                $this->line($ox + $v[0], $this->y);
                break;
            case 'V':
                $this->line($this->x, $oy + $v[0]);
                break;
            case 'C':
                $this->curve($ox + $v[0], $oy + $v[1], $ox + $v[2], $oy + $v[3], $ox + $v[4], $oy + $v[5]);
                break;
            case 'S':
                [$x1, $y1] = $control !== null && $control[0] === 'C' ? [2 * $this->x - $control[1], 2 * $this->y - $control[2]] : [$this->x, $this->y];
                $this->curve($x1, $y1, $ox + $v[0], $oy + $v[1], $ox + $v[2], $oy + $v[3]);
                break;
            case 'Q':
                $this->quadratic($ox + $v[0], $oy + $v[1], $ox + $v[2], $oy + $v[3]);
                break;
            case 'T':
                [$x1, $y1] = $control !== null && $control[0] === 'Q' ? [2 * $this->x - $control[1], 2 * $this->y - $control[2]] : [$this->x, $this->y];
                $this->quadratic($x1, $y1, $ox + $v[0], $oy + $v[1]);
                break;
            default:
                $this->arc($v[0], $v[1], $v[2], $v[3] !== 0.0, $v[4] !== 0.0, $ox + $v[5], $oy + $v[6]);
        }
    }

    private function move(float $x, float $y): void
    {
        [$this->x, $this->y] = [$x, $y];
        $this->commands[] = ['M', [$x, $y]];
    }

    private function begin(): void
    {
        // After a Z the next outline begins where the last one did.
        if ($this->commands === [] || $this->commands[count($this->commands) - 1][0] === 'Z') {
            $this->commands[] = ['M', [$this->x, $this->y]];
        }
    }

    private function line(float $x, float $y): void
    {
        $this->begin();
        $this->commands[] = ['L', [$x, $y]];
        [$this->x, $this->y] = [$x, $y];
    }

    private function curve(float $x1, float $y1, float $x2, float $y2, float $x, float $y): void
    {
        $this->begin();
        $this->commands[] = ['C', [$x1, $y1, $x2, $y2, $x, $y]];
        [$this->x, $this->y] = [$x, $y];
        $this->control = ['C', $x2, $y2];
    }

    private function quadratic(float $cx, float $cy, float $x, float $y): void
    {
        $this->curve($this->x + 2 / 3 * ($cx - $this->x), $this->y + 2 / 3 * ($cy - $this->y), $x + 2 / 3 * ($cx - $x), $y + 2 / 3 * ($cy - $y), $x, $y);
        $this->control = ['Q', $cx, $cy];
    }

    /** An elliptical arc as curves of at most a quarter turn (SVG 2, appendix B.2). */
    private function arc(float $rx, float $ry, float $turn, bool $large, bool $sweep, float $x, float $y): void
    {
        [$rx, $ry] = [abs($rx), abs($ry)];
        if ($rx < 1e-9 || $ry < 1e-9) {
            $this->line($x, $y);

            return;
        }
        [$cos, $sin] = [cos(deg2rad($turn)), sin(deg2rad($turn))];
        [$hx, $hy] = [($this->x - $x) / 2, ($this->y - $y) / 2];
        [$px, $py] = [$cos * $hx + $sin * $hy, $cos * $hy - $sin * $hx];
        $over = ($px / $rx) ** 2 + ($py / $ry) ** 2;
        if ($over < 1e-12) {
            return;
        }
        if ($over > 1) {
            $rx *= sqrt($over);
            $ry *= sqrt($over);
        }
        $root = sqrt(max(0.0, ($rx * $ry) ** 2 / (($rx * $py) ** 2 + ($ry * $px) ** 2) - 1)) * ($large === $sweep ? -1 : 1);
        [$qx, $qy] = [$root * $rx * $py / $ry, -$root * $ry * $px / $rx];
        $start = atan2(($py - $qy) / $ry, ($px - $qx) / $rx);
        $span = fmod(atan2((-$py - $qy) / $ry, (-$px - $qx) / $rx) - $start + 4 * M_PI, 2 * M_PI);
        $span = $sweep ? $span : $span - 2 * M_PI;
        [$mx, $my] = [$cos * $qx - $sin * $qy + ($this->x + $x) / 2, $sin * $qx + $cos * $qy + ($this->y + $y) / 2];
        $parts = max(1, (int) ceil(abs($span) / (M_PI / 2) - 1e-9));
        $step = $span / $parts;
        $handle = 4 / 3 * tan($step / 4);
        $at = static fn (float $ex, float $ey): array => [$mx + $cos * $rx * $ex - $sin * $ry * $ey, $my + $sin * $rx * $ex + $cos * $ry * $ey];
        for ($i = 0; $i < $parts; $i++) {
            [$a, $b] = [$start + $i * $step, $start + ($i + 1) * $step];
            [$x1, $y1] = $at(cos($a) - $handle * sin($a), sin($a) + $handle * cos($a));
            [$x2, $y2] = $at(cos($b) + $handle * sin($b), sin($b) - $handle * cos($b));
            [$x3, $y3] = $i === $parts - 1 ? [$x, $y] : $at(cos($b), sin($b));
            $this->curve($x1, $y1, $x2, $y2, $x3, $y3);
        }
        $this->control = null;
    }

    private function close(): void
    {
        if ($this->commands !== [] && $this->commands[count($this->commands) - 1][0] !== 'Z') {
            $this->commands[] = ['Z', []];
        }
        [$this->x, $this->y] = [$this->startX, $this->startY];
        $this->control = null;
    }

    /** @return list<float> */
    private static function numbers(string $text, string $kind): array
    {
        if ($kind === 'A') {
            // The two flags may stand without a space after them.
            $text = (string) preg_replace('/([\d.]+[\s,]+[\d.]+[\s,]+[-+\d.]+[\s,]+)([01])[\s,]*([01])[\s,]*/', '$1 $2 $3 ', $text);
        }
        if (preg_match('/[^\d\s,.eE+-]/', $text) === 1) {
            throw new InvalidArgumentException('The outline has something that is no number.');
        }
        preg_match_all('/[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?/', $text, $found);
        $numbers = array_map('floatval', $found[0]);
        foreach ($numbers as $number) {
            if (! is_finite($number) || abs($number) > 1e6) {
                throw new InvalidArgumentException('The outline has a number that is out of bounds.');
            }
        }

        return $numbers;
    }
}
