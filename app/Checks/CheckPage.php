<?php

declare(strict_types=1);

namespace App\Checks;

use App\Composition\CompositionInput;
use App\Models\FieldCheck;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Payload\Context;

/** Where a check's page is found by a phone on the same network. */
final class CheckPage
{
    public function address(FieldCheck $check): string
    {
        return Config::string('app.url')."/c/$check->code";
    }

    /** The address as a symbol, an SVG as a data address. */
    public function symbol(FieldCheck $check): string
    {
        $drawn = (new CompositionInput(['text' => $this->address($check), 'level' => 'M', 'size_px' => 240]))->compose(new Context);

        return 'data:image/svg+xml;base64,'.base64_encode($drawn->picture(PictureFormat::Svg));
    }
}
