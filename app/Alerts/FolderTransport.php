<?php

declare(strict_types=1);

namespace App\Alerts;

use RuntimeException;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;

/** Puts mails into a folder instead of sending them: where nothing else is set up, and for a demo that catches them all. */
final class FolderTransport extends AbstractTransport
{
    /** Mails that are kept. */
    private const KEPT = 200;

    public function __construct(private readonly string $folder)
    {
        parent::__construct();
    }

    protected function doSend(SentMessage $message): void
    {
        if (! is_dir($this->folder) && ! @mkdir($this->folder, 0700, true) && ! is_dir($this->folder)) {
            throw new RuntimeException('The folder for mails cannot be made.');
        }
        $file = $this->folder.'/'.sprintf('%.6F', microtime(true)).'-'.bin2hex(random_bytes(4)).'.eml';
        if (file_put_contents($file, $message->toString()) === false) {
            throw new RuntimeException('A mail could not be written.');
        }
        $all = glob("$this->folder/*.eml") ?: [];
        sort($all);
        foreach (array_slice($all, 0, max(0, count($all) - self::KEPT)) as $old) {
            @unlink($old);
        }
    }

    public function __toString(): string
    {
        return 'folder';
    }
}
