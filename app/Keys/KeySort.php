<?php

declare(strict_types=1);

namespace App\Keys;

/** Who may hold a key. */
enum KeySort: string
{
    /** Servers alone: it may do whatever it was made for. */
    case Secret = 'secret';
    /** Pages and mails, where anybody sees it: it draws or reads, from where its owner said. */
    case Publishable = 'publishable';

    /** What a key of this sort begins with, so that people and programs that look for leaks know it. */
    public function prefix(): string
    {
        return match ($this) {
            self::Secret => 'kgs_',
            self::Publishable => 'kgp_',
        };
    }
}
