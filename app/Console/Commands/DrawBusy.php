<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Http\Requests\AddressRequest;
use Illuminate\Console\Command;
use KeenGlyph\Core\Compose\RefusalPicture;
use KeenGlyph\Core\Image\PictureFormat;

/** Draws what the web server answers with in place of a picture when it is at its limit. */
final class DrawBusy extends Command
{
    protected $signature = 'pictures:busy {folder : Where the pictures go}';

    protected $description = 'Draw the pictures that say that the machine is busy';

    public function handle(): int
    {
        foreach (AddressRequest::FORMATS as $format) {
            $picture = RefusalPicture::draw('Busy', 'As many pictures as this machine can draw are under way. Ask again in a moment.', PictureFormat::from($format));
            if (file_put_contents("{$this->argument('folder')}/busy.{$format}", $picture) === false) {
                return self::FAILURE;
            }
        }

        return self::SUCCESS;
    }
}
