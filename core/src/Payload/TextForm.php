<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** By what rules the text of a kind is made, where other code has to know. */
enum TextForm
{
    /** A web address, which may also be read as one of another kind. */
    case Link;
    /** A URI of another scheme, without the rules of web addresses. */
    case Uri;
    /** Characters that stand for themselves: nothing in it is encoded. */
    case Plain;
    /** A syntax of its own. */
    case Own;
}
