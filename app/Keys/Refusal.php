<?php

declare(strict_types=1);

namespace App\Keys;

/** Why a key was not let through, as its owner reads it later. */
enum Refusal: string
{
    /** The month's allowance is used up. */
    case Quota = 'quota';
    /** Faster than the key's pace, with nothing in hand. */
    case Pace = 'pace';
    /** A page that the key does not hold from. */
    case Origin = 'origin';
    /** An address that would have to be signed. */
    case Unsigned = 'unsigned';
    /** A signature that does not fit. */
    case Signature = 'signature';
    /** Signed until a time that has passed. */
    case Expired = 'expired';
    /** A secret key that a browser sent. */
    case Browser = 'browser';
    /** Something that the key was not made for. */
    case Ability = 'ability';
}
