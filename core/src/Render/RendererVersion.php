<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** Counts the ways in which the same scene has been drawn. Raise it when a renderer's output changes; a test says when it did. */
final class RendererVersion
{
    public const CURRENT = 1;
}
