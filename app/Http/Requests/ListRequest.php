<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A page of a list that takes no other parameters. */
final class ListRequest extends PageRequest
{
}
