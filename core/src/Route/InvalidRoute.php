<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

use InvalidArgumentException;

/** Something in a waypoint's content that cannot be; where it stands, and what to do. */
final class InvalidRoute extends InvalidArgumentException
{
    /** @param  string  $field  names with points between, such as rules.2.when.0 */
    public function __construct(public readonly string $field, string $message)
    {
        parent::__construct($message);
    }

    /** The same fault, seen from further out. */
    public function within(string $outer): self
    {
        return new self($this->field === '' ? $outer : "$outer.$this->field", $this->getMessage());
    }
}
