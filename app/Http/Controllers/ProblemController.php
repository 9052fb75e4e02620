<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\ProblemType;
use Illuminate\Http\Response;

/** A page for each sort of problem that the API answers with, at the address that the answer names. */
final class ProblemController
{
    public function index(): Response
    {
        return new Response(view('problems', ['types' => ProblemType::cases(), 'only' => null]));
    }

    public function show(string $type): Response
    {
        $found = ProblemType::tryFrom($type);

        return new Response(view('problems', ['types' => $found === null ? ProblemType::cases() : [$found], 'only' => $found]), $found === null ? 404 : 200);
    }
}
