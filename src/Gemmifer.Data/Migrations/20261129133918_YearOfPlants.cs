using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gemmifer.Data.Migrations
{
    /// <inheritdoc />
    public partial class YearOfPlants : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "Cover",
                table: "Plants",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<DateOnly>(
                name: "FlowerOn",
                table: "Plants",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Hips",
                table: "Plants",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "Sun",
                table: "Plants",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Event",
                table: "Log",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Cover",
                table: "Plants");

            migrationBuilder.DropColumn(
                name: "FlowerOn",
                table: "Plants");

            migrationBuilder.DropColumn(
                name: "Hips",
                table: "Plants");

            migrationBuilder.DropColumn(
                name: "Sun",
                table: "Plants");

            migrationBuilder.DropColumn(
                name: "Event",
                table: "Log");
        }
    }
}
