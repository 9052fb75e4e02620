<?php

declare(strict_types=1);

namespace App\Addresses;

use KeenGlyph\Core\Address\AddressSignature;
use KeenGlyph\Core\Address\PictureQuery;

/** Values that a signature leaves open, for mail programs to put in. */
final class OpenValues
{
    /** @throws RefusedAddress 400 when anything else is open */
    public static function demandFields(PictureQuery $query): void
    {
        foreach (AddressSignature::open($query) as $name) {
            if (preg_match('/^[fm]\.[^,]+$/D', $name) !== 1) {
                throw RefusedAddress::malformed('Only values of fields (f.…) and merge fields (m.…) can stay open.');
            }
        }
    }

    /**
     * What a mail program left out, or left as it stood in the template, would be printed on every code.
     *
     * @throws RefusedAddress 422 when nothing was filled in
     */
    public static function demandFilled(PictureQuery $query): void
    {
        foreach (AddressSignature::open($query) as $name) {
            $value = trim($query->get($name) ?? '');
            if ($value === '') {
                throw RefusedAddress::wrong("“{$name}” has no value: nothing was filled in.");
            }
            if (preg_match('/^(?:\{.*\}|\[.*\]|%.*%|\$\{.*\}|<.*>)$/Ds', $value) === 1) {
                throw RefusedAddress::wrong("“{$name}” is still a placeholder: nothing was filled in.");
            }
        }
    }
}
