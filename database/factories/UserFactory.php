<?php

declare(strict_types=1);

namespace Database\Factories;

use App\Models\User;
use App\Models\Workspace;
use Illuminate\Database\Eloquent\Factories\Factory;
use Illuminate\Support\Str;

/** @extends Factory<User> */
final class UserFactory extends Factory
{
    public const PASSWORD = 'smoke-and-sugar';

    protected $model = User::class;

    public function definition(): array
    {
        return [
            'workspace_id' => Workspace::factory(),
            'name' => 'Tam Wetherby',
            'email' => Str::lower(Str::random(10)).'@fennmoor.example',
            'password' => self::PASSWORD,
        ];
    }
}
