<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** Which rule answered a visitor, and why. */
final readonly class Decision
{
    /**
     * @param  ?int  $rule  place of the rule from 0; null for what holds otherwise
     * @param  bool  $asks  whether the visitor's place has to be asked for first
     * @param  list<array{rule: int, holds: bool, words: string}>  $why  rules that were looked at
     */
    public function __construct(public ?int $rule, public Target $target, public bool $asks, public array $why)
    {
    }
}
