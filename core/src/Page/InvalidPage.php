<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

use InvalidArgumentException;

/** Something in a page's content that cannot be; where it stands, and what to do. */
final class InvalidPage extends InvalidArgumentException
{
    /** @param  string  $field  names with points between, such as parts.2.links.0.href */
    public function __construct(public readonly string $field, string $message)
    {
        parent::__construct($message);
    }
}
