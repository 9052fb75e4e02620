<?php

declare(strict_types=1);

namespace App\Http\Requests\Concerns;

use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Page\InvalidPage;
use KeenGlyph\Core\Page\Page;

/** The content of a page as a body gives it. */
trait HoldsPageContent
{
    /** @throws ValidationException */
    public function content(): ?Page
    {
        try {
            return $this->exists('content') ? Page::of($this->input('content')) : null;
        } catch (InvalidPage $e) {
            throw ValidationException::withMessages([$e->field === '' ? 'content' : 'content.'.mb_scrub(mb_substr($e->field, 0, 120), 'UTF-8') => [$e->getMessage()]]);
        }
    }
}
