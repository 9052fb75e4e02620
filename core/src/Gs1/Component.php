<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

use LogicException;

/** A part of an application identifier's value: its characters, its length, and the rule it keeps. */
final readonly class Component
{
    /** The 82 characters of GS1 AI encodable character set 82 (GS1 General Specifications, figure 7.11-1). */
    public const SET_82 = '!"%&\'()*+,-./0123456789:;<=>?ABCDEFGHIJKLMNOPQRSTUVWXYZ_abcdefghijklmnopqrstuvwxyz';

    /** Character set 39 (figure 7.11-2). */
    public const SET_39 = '#-/0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ';

    /** File-safe Base64 with padding (figure 7.11-3). */
    public const SET_64 = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_=';

    public function __construct(
        public string $set,
        public int $min,
        public int $max,
        public bool $optional,
        public string $rule,
    ) {
    }

    /** @param  string  $format as in ai-table.txt, such as "n13:cs" or "[x..17]" */
    public static function parse(string $format): self
    {
        if (preg_match('/^(\[?)([nxyz])(\.\.)?(\d+)(?::(\w+))?\]?$/D', $format, $match) !== 1) {
            throw new LogicException("“{$format}” is no format.");
        }
        $max = (int) $match[4];

        return new self($match[2], $match[3] === '..' ? 1 : $max, $max, $match[1] === '[', $match[5] ?? '');
    }

    /** The characters that it may have, as people say it. */
    public function characters(): string
    {
        return ['n' => '0123456789', 'x' => self::SET_82, 'y' => self::SET_39, 'z' => self::SET_64][$this->set] ?? '';
    }

    /** In words, such as "14 digits" or "1 to 20 characters". */
    public function words(): string
    {
        $what = $this->set === 'n' ? 'digit' : 'character';

        return $this->min === $this->max ? "$this->max $what".($this->max === 1 ? '' : 's') : "$this->min to $this->max {$what}s";
    }
}
