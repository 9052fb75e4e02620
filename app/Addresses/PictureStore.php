<?php

declare(strict_types=1);

namespace App\Addresses;

use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\Storage;

/**
 * Pictures that were drawn, by the digest of what they are drawn from (any filesystem of the framework), and the web
 * server's own copies of answers by address, which end with what they were tagged with.
 */
final class PictureStore
{
    /** Bytes of a picture that are kept; larger ones are drawn again. */
    private const LARGEST = 2_000_000;

    private const DIGEST = '/^[0-9a-f]{32,64}$/D';

    /**
     * The picture of this digest, drawn when it is not there.
     *
     * @param  callable(): string  $draw
     */
    public function get(string $digest, string $extension, callable $draw): string
    {
        $path = substr($digest, 0, 2)."/{$digest}.{$extension}";
        $kept = self::disk()->get($path);
        if ($kept !== null && $kept !== '') {
            return $kept;
        }
        $picture = $draw();
        if (strlen($picture) <= self::LARGEST && preg_match(self::DIGEST, $digest) === 1) {
            self::disk()->put($path, $picture);
        }

        return $picture;
    }

    /** Remembers that the web server may keep its answer to this request for as long as the tag holds. */
    public function tag(string $tag, string $requestUri): void
    {
        self::tags()->add($tag, $requestUri);
    }

    /** Ends every copy that carries the tag. */
    public function purge(string $tag): void
    {
        $folder = self::tags()->of($tag);
        foreach ($folder === null || ! is_dir($folder) ? [] : (scandir($folder) ?: []) as $name) {
            if (preg_match('/^[0-9a-f]{32}$/D', $name) === 1) {
                // As nginx lays its copies out: levels=1:2.
                $copy = Config::string('keen.edge.copies').'/'.$name[31].'/'.substr($name, 29, 2).'/'.$name;
                is_file($copy) && unlink($copy);
                unlink("{$folder}/{$name}");
            }
        }
    }

    /** Forgets tags of copies that the web server has long given up, and the oldest pictures beyond what there is room for. */
    public function prune(int $room): void
    {
        $tags = Config::get('keen.edge.tags');
        foreach (is_string($tags) ? (glob("{$tags}/*/*") ?: []) : [] as $file) {
            (time() - (int) @filemtime($file)) > 2 * Config::integer('keen.edge.seconds') && @unlink($file);
        }
        $sizes = [];
        foreach (self::disk()->allFiles() as $path) {
            $sizes[$path] = [self::disk()->lastModified($path), self::disk()->size($path)];
        }
        uasort($sizes, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
        foreach ($sizes as $path => [, $size]) {
            $room -= $size;
            if ($room < 0) {
                self::disk()->delete($path);
            }
        }
    }

    private static function disk(): Filesystem
    {
        return Storage::disk('pictures');
    }

    private static function tags(): PictureTags
    {
        $folder = Config::get('keen.edge.tags');

        return new PictureTags(is_string($folder) ? $folder : '');
    }
}
