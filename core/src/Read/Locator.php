<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Finds where symbols may stand. Another one, for photographs, can take this one's place without touching the rest. */
interface Locator
{
    /** How many finder patterns were seen, and the groups of frames to try: within a group the first that decodes wins. */
    public function locate(BitPlane $plane): Sighting;
}
