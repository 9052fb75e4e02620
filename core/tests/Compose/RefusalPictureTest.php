<?php

declare(strict_types=1);

use KeenGlyph\Core\Compose\RefusalPicture;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Read\Reader;

it('says in words why there is no code, in the size that was asked for, and is no code itself', function (int $side) {
    $png = RefusalPicture::draw('No code', 'This address was signed until 1 June, 09:30 UTC. Ask its sender for another.', PictureFormat::Png, Size::ofSide($side));
    [$width, $height] = getimagesizefromstring($png);
    expect([$width, $height])->toBe([$side, $side])->and((new Reader)->read((new PictureDecoder)->decode($png))->readings)->toBe([]);
})->with([120, 300, 1000]);

it('is drawn in every format, whatever the words are made of', function (PictureFormat $format) {
    foreach (['', 'дом 蜂', str_repeat('long ', 400), "\xFF\x00<script>alert(1)</script>", str_repeat('x', 500)] as $reason) {
        expect(strlen(RefusalPicture::draw('No code', $reason, $format)))->toBeGreaterThan(100);
    }
})->with([PictureFormat::Svg, PictureFormat::Png, PictureFormat::Webp, PictureFormat::Jpg, PictureFormat::Pdf]);

it('finds another size where the one that was asked for has no room', function () {
    expect(RefusalPicture::draw('No code', 'x', PictureFormat::Svg, Size::ofSide(10)))->toContain('width="200"');
});
